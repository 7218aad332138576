import { sayIngredient } from '@/core/plan/spoon.ts';
import { say } from '@/core/quantity/index.ts';
import type { CupForecast, CupState } from '@/core/session/index.ts';
import { burstAsked, MEASURED, WAYS_OUT } from '@/core/session/index.ts';
import { Dialog } from '@/ui/Dialog.tsx';
import { AddTo } from './AddTo.tsx';
import { FromTub } from './FromTub.tsx';
import { PourOff } from './PourOff.tsx';
import type { Panel } from './panel.ts';

/** What is in a cup, in the order it went in, and what may go in now. */
export function CupPanel({
  state,
  cup,
  units,
  seen,
  scale,
  onSend,
  onClose,
}: Panel & {
  cup: CupState;
  seen: CupForecast | undefined;
  /** g a scale of the bench shows now */ scale: number | null;
}) {
  const draws = [...state.draws.values()].filter((draw) =>
    draw.barrels.some((barrel) => barrel.cup === cup.key),
  );
  return (
    <Dialog open onClose={onClose} title={`${cup.letter} ${cup.name}`} wide>
      <div className="grid gap-6 md:grid-cols-2">
        <section>
          <h3 className="mb-1 font-bold">What went in</h3>
          {cup.trail.length === 0 && (
            <p className="hint">Nothing yet. Measure the plastisol first.</p>
          )}
          <ol>
            {cup.trail.map((entry, i) => {
              const after = draws.filter(
                (draw) => draw.barrels.find((barrel) => barrel.cup === cup.key)!.trail === i + 1,
              );
              return (
                <li key={entry.event}>
                  <p className="flex justify-between gap-3 border-b border-rule py-1">
                    <span>{entry.what}</span>
                    <b className="figure">{sayIngredient(entry, units)}</b>
                  </p>
                  {after.length > 0 && (
                    <p className="hint py-1">
                      drawn so: {after.map((draw) => `draw ${draw.n}`).join(', ')}
                    </p>
                  )}
                </li>
              );
            })}
          </ol>
          {cup.out.length > 0 && <h3 className="mt-4 mb-1 font-bold">What went out</h3>}
          <ol>
            {cup.out.map((out) => (
              <li key={out.event} className="flex justify-between gap-3 border-b border-rule py-1">
                <span>
                  {out.into
                    ? `into ${state.cups.get(out.into)?.letter ?? 'another cup'}`
                    : WAYS_OUT[out.way].name}
                  , {MEASURED[out.how]}
                </span>
                <b className="figure">{say(out.grams, 'mass', units, 0)}</b>
              </li>
            ))}
          </ol>
          <PourOff {...{ state, cup, seen, units, onSend }} />
        </section>
        <section>
          <AddTo {...{ cup, units, scale, onSend }} />
          <FromTub {...{ cup, units, onSend }} />
          <p className="mt-4">
            <a href={burstAsked(state, cup)}>What would happen if: a burst on this cup</a>
          </p>
          <p className="hint mt-4">
            Damp additives spit in hot plastic. Powders want far more stirring than pigment.
          </p>
        </section>
      </div>
    </Dialog>
  );
}
