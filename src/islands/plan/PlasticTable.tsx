import type { Plan, PlanInput } from '@/core/plan/index.ts';
import { jobOfRun } from '@/core/plan/index.ts';
import type { ShopUnits } from '@/core/quantity/index.ts';
import { say } from '@/core/quantity/index.ts';
import { hotVolume } from '@/core/shot/index.ts';

/** How unlike the cavities are that each are counted by their own record: the worst and the best. */
const cavitiesSay = (shares: readonly number[]): string =>
  `Its cavities are unlike: of 100, from ${Math.round(Math.min(...shares) * 100)} to ` +
  `${Math.round(Math.max(...shares) * 100)} come good, and each is counted by its own record.`;

interface Props {
  plan: Plan;
  input: PlanInput;
  units: ShopUnits;
}

/** Where the plan's plastic comes from and goes, and how likely each run gives enough. */
export function PlasticTable({ plan, input, units }: Props) {
  const { totals } = plan;
  return (
    <section className="min-w-0">
      <h2>Plastic</h2>
      <table>
        <tbody>
          {[
            ['Fresh', totals.freshG],
            ...(totals.tubsG > 0 ? [['Pucks, from the tubs', totals.tubsG] as const] : []),
            ['Comes round again', totals.returnedG],
            ['Into baits', totals.baitsG],
            ['Several colours, to the pucks', totals.puckG],
            ['Left in the cups', totals.leftG],
            ['Lost on blade and wall', totals.lostG],
          ].map(([what, value]) => (
            <tr key={what as string}>
              <td>{what}</td>
              <td className="num">{say(hotVolume(value as number, 20), 'volume', units)}</td>
              <td className="num">{say(value as number, 'mass', units, 0)}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {plan.runs.map((run) => (
        <p key={run.key} className="hint mt-2">
          {jobOfRun(input.jobs, run.key).bait.name}
          {plan.runs.length > 1 ? `, ${run.stage!.toLowerCase()}` : ''}: {run.shots}{' '}
          {run.shots === 1 ? 'shot' : 'shots'}
          {run.trials ? ` and ${run.trials} trial` : ''} give {run.baits};{' '}
          {run.need > 0 && `${Math.round(run.chance * 100)} in 100 that ${run.need} come good, if `}
          {Math.round((run.good ?? 0) * 100)} % do as a rule (worth{' '}
          {Math.round(run.strength ?? input.settings.strength)} baits of experience).
          {run.cavities && ` ${cavitiesSay(run.cavities)}`}
          {run.takes
            ? ` Each takes an insert: ${run.takes.count} in ` +
              `all${run.takes.fromShelf ? `, ${run.takes.fromShelf} of them from the shelf` : ''}.`
            : ''}
        </p>
      ))}
    </section>
  );
}
