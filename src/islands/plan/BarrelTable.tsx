import type { Plan, PlanInput } from '@/core/plan/index.ts';
import { jobOfRun } from '@/core/plan/index.ts';
import type { ShopUnits } from '@/core/quantity/index.ts';
import { say } from '@/core/quantity/index.ts';
import { barrelHint } from './CupFields.tsx';

interface Props {
  plan: Plan;
  input: PlanInput;
  units: ShopUnits;
}

/** What each barrel gives a shot, and holds at a draw. */
export function BarrelTable({ plan, input, units }: Props) {
  return (
    <section className="min-w-0 overflow-x-auto" tabIndex={0} aria-label="Barrels">
      <h2>Barrels</h2>
      <table>
        <thead>
          <tr>
            <th>Job</th>
            <th className="num">A shot</th>
            <th className="num">Purge, heel</th>
            <th className="num">A draw</th>
            <th className="num">Holds</th>
          </tr>
        </thead>
        <tbody>
          {plan.runs.flatMap((run) =>
            run.barrels.map((barrel) => (
              <tr key={`${run.key}${barrel.layer}`}>
                <td>
                  {jobOfRun(input.jobs, run.key).bait.name}, {barrel.layerName.toLowerCase()}{' '}
                  {plan.cups.find((cup) => cup.id === barrel.cup)?.letter}
                  <span className="hint block">
                    {Math.round(barrel.share * 100)} % of the{' '}
                    {run.makes === 'bait' ? 'bait' : run.makes}
                    {run.barrels.length > 1 ? barrelHint(input, run.key, barrel.layer) : ''}
                  </span>
                </td>
                <td className="num">{say(barrel.perShot, 'volume', units, 1)}</td>
                <td className="num">
                  {barrel.heel === undefined
                    ? ''
                    : `${say(barrel.purge ?? 0, 'volume', units, 1)}, ${say(barrel.heel, 'volume', units, 1)}`}
                </td>
                <td className="num">{say(barrel.perDraw, 'volume', units, 1)}</td>
                <td className="num">{say(barrel.holds, 'volume', units)}</td>
              </tr>
            )),
          )}
          {plan.runs.every((run) => run.barrels.length === 0) && (
            <tr>
              <td colSpan={5}>Nothing is shot; it is poured by hand.</td>
            </tr>
          )}
        </tbody>
      </table>
    </section>
  );
}
