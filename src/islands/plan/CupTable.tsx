import { Fragment, type ReactNode } from 'react';
import type { Asked, CupChoice, Plan, PlanInput, Shelf } from '@/core/plan/index.ts';
import { choiceDensity, leftUses, leftUsesSaid } from '@/core/plan/index.ts';
import type { ShopUnits } from '@/core/quantity/index.ts';
import { say } from '@/core/quantity/index.ts';
import { hotVolume } from '@/core/shot/index.ts';
import { BegunFrom } from './BegunFrom.tsx';
import { DegasChoice, VesselChoice } from './CupFields.tsx';

/** A plan as its tables show it. */
export interface OfPlan {
  plan: Plan;
  input: PlanInput;
  shelf: Shelf;
  units: ShopUnits;
  /** what the order book wants that the plan does not shoot */
  asked: readonly Asked[];
  setCup: (cup: CupChoice) => void;
}

/** What the rest of a cup could still become. */
function LeftUses({
  cup,
  choice,
  input,
  shelf,
  asked,
}: Pick<OfPlan, 'input' | 'shelf' | 'asked'> & { cup: Plan['cups'][number]; choice: CupChoice }) {
  const tools = input.jobs.flatMap((job) => job.tools);
  const laid = new Set(tools.flatMap(({ moulds }) => moulds.map(({ id }) => id)));
  const { low, high } = tools[0]?.window ?? { low: 160, high: 170 };
  const left = {
    mix: choice.mix,
    grams: cup.leftG,
    density20: choiceDensity(choice),
    grade: choice.recipe.grade,
    celsius: (low + high) / 2,
  };
  const said = leftUsesSaid(leftUses(left, { shelf, laid, asked }));
  return said ? <span className="text-sm text-soft">The rest is {said}.</span> : null;
}

/** What a hand has chosen of a cup, with what that is. */
const Chosen = ({ what, children }: { what: string; children: ReactNode }) => (
  <span className="flex items-center gap-3">
    <span className="text-soft">{what}</span>
    {children}
  </span>
);

/** Each cup of the plan: what goes in, charge by charge, what is drawn of it and what is left. */
export function CupTable({ plan, input, shelf, units, asked, setCup }: OfPlan) {
  return (
    <section className="min-w-0 xl:col-span-2">
      <h2>Cups</h2>
      <div className="overflow-x-auto" tabIndex={0} role="region" aria-label="Cups of the plan">
        <table>
          <thead>
            <tr>
              <th>Cup</th>
              <th className="num">Fresh, cold</th>
              <th className="num">Hot, of its limit</th>
              <th className="num">Drawn</th>
              <th className="num">Left</th>
              <th className="num">Heats</th>
            </tr>
          </thead>
          <tbody>
            {plan.cups.map((cup) => {
              const choice = input.cups.find((use) => use.id === cup.id)!;
              const of = { choice, letter: cup.letter, set: setCup };
              return (
                <Fragment key={cup.id}>
                  <tr>
                    <td>
                      <b>{cup.letter}</b> {cup.name}
                    </td>
                    <td className="num">
                      {cup.charges
                        .map((charge) => say(charge.coldMl, 'volume', units))
                        .join(' + ') || 'none'}
                    </td>
                    <td className="num">
                      {say(cup.mostMl, 'volume', units)} of {say(cup.limitMl, 'volume', units)}
                    </td>
                    <td className="num">{say(hotVolume(cup.drawnG, 20), 'volume', units)}</td>
                    <td className="num">{say(cup.leftMl, 'volume', units)}</td>
                    <td className="num">{cup.heatsDrawn.toFixed(1)}</td>
                  </tr>
                  <tr>
                    <td colSpan={6}>
                      <span className="flex flex-wrap items-center gap-x-6 gap-y-2 max-sm:max-w-[calc(100vw-32px)]">
                        <Chosen what="In">
                          <VesselChoice {...of} shelf={shelf} />
                        </Chosen>
                        <Chosen what="Degas">
                          <DegasChoice {...of} />
                        </Chosen>
                        <Chosen what="Begun from">
                          <BegunFrom {...of} units={units} />
                        </Chosen>
                        <LeftUses {...{ cup, choice, input, shelf, asked }} />
                      </span>
                    </td>
                  </tr>
                </Fragment>
              );
            })}
          </tbody>
        </table>
      </div>
    </section>
  );
}
