import type { SessionState } from '../../core/session/state.ts';
import type { Send } from '../../core/session/step.ts';

/** Powers a microwave can be set to. */
const LEVELS = [1, 0.8, 0.7, 0.6, 0.5, 0.3] as const;
/** The oven cups are cooked in from here on, and its power: advice and what is learned go by it. */
export function OvenChange({
  state,
  onSend,
}: {
  state: SessionState;
  onSend: (send: Send) => void;
}) {
  const { ovens } = state.snapshot.heat;
  const take = (oven: number, level: number) =>
    onSend({ kind: 'changed', payload: { what: 'oven', oven, level } });
  return (
    <section className="grid gap-3 border-t border-ink py-3 md:grid-cols-2" aria-label="Oven">
      <label className="field">
        <span>Oven in use</span>
        <select
          className="box"
          value={state.oven.id}
          onChange={(change) => {
            const held = ovens.find((oven) => oven.id === Number(change.target.value))!;
            take(held.id, held.oven.level);
          }}
        >
          {ovens.map((oven) => (
            <option key={oven.id} value={oven.id}>
              {oven.oven.name}, {oven.oven.watts} W
            </option>
          ))}
        </select>
      </label>
      <label className="field">
        <span>At power</span>
        <select
          className="box"
          value={state.oven.level}
          onChange={(change) => take(state.oven.id, Number(change.target.value))}
        >
          {[...new Set([state.oven.level, ...LEVELS])]
            .sort((one, other) => other - one)
            .map((line) => (
              <option key={line} value={line}>
                {Math.round(line * 100)} %
              </option>
            ))}
        </select>
      </label>
    </section>
  );
}
