import type { Send } from '@/core/session/index.ts';
import { anyTime, sayStep, steps } from '@/core/session/index.ts';
import { Dialog } from '@/ui/Dialog.tsx';
import type { Panel } from './panel.ts';

/** Any step, now, again or out of order; and the one in hand skipped. */
export function OtherSteps({
  state,
  now,
  onSend,
  onClose,
  onRead,
}: Panel & { now: number; onRead: (target: { kind: string; key: string }) => void }) {
  const all = steps(state, now).map((step) => sayStep(step, state.snapshot.units));
  const free = anyTime(state);
  const places = [...new Set(free.map((other) => other.place))];
  const go = (send: Send) => {
    onSend(send);
    onClose();
  };
  return (
    <Dialog open onClose={onClose} title="Another step" wide>
      <p className="hint mb-2">
        What could come next. Nothing here is locked: the bench only notes the order.
      </p>
      <ul className="mb-6">
        {all.map((step, i) => (
          <li
            key={`${step.key}${step.target}${i}`}
            className="flex flex-wrap items-center justify-between gap-2 border-b border-rule py-2"
          >
            <span className="min-w-[60%] flex-1 sm:min-w-0">{step.sentence}</span>
            <span className="flex gap-2">
              {step.skip && (
                <button
                  type="button"
                  className="act"
                  onClick={() => go({ kind: 'skipped', payload: step.skip! })}
                >
                  Skip it
                </button>
              )}
              {step.send && (
                <button type="button" className="act" onClick={() => go(step.send!)}>
                  {step.label}
                </button>
              )}
              {step.read && (
                <button type="button" className="act" onClick={() => onRead(step.read!)}>
                  {step.label}
                </button>
              )}
            </span>
          </li>
        ))}
      </ul>
      <h3 className="mb-2 font-bold">At any time</h3>
      <div className="grid gap-3 md:grid-cols-2">
        {places.map((place) => (
          <div key={place} role="group" aria-label={place}>
            <p className="hint">{place}</p>
            <div className="flex flex-wrap gap-2">
              {free
                .filter((other) => other.place === place)
                .map((other) => (
                  <button
                    key={other.label}
                    type="button"
                    className="act"
                    onClick={() => go(other.send)}
                  >
                    {other.label}
                  </button>
                ))}
            </div>
          </div>
        ))}
      </div>
    </Dialog>
  );
}
