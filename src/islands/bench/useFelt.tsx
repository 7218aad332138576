import type { Felt } from '@/core/heat/felt.ts';
import type { Send, SessionState, ShotState } from '@/core/session/index.ts';
import { asksFelt, FEELS } from '@/core/session/index.ts';

interface Opening {
  state: SessionState;
  shot: ShotState | undefined;
}
/**
 * What the baits of a mould being opened felt like: asked while it would tell when to open, and shown
 * once it is said.
 */
export function useFelt({ state, shot }: Opening, say: (sends: Send[]) => void) {
  const asked = shot !== undefined && (shot.felt !== null || asksFelt(state, shot.mould));
  const told = asked ? (Object.keys(FEELS) as Felt[]) : [];
  const felt = (as: Felt) => say([{ kind: 'felt', payload: { shot: shot!.id, felt: as } }]);
  const buttons = asked && (
    <div role="group" aria-label="It felt" className="flex shrink-0 items-center gap-1">
      <span className="hint px-1">It felt</span>
      {told.map((as) => (
        <button
          key={as}
          type="button"
          aria-pressed={shot.felt === as}
          className={`act px-3 ${shot.felt === as ? 'act-main' : ''}`}
          onClick={() => felt(as)}
        >
          {FEELS[as].name}{' '}
          <kbd className={`hidden font-mono md:inline ${shot.felt === as ? '' : 'hint'}`}>
            {FEELS[as].key.toUpperCase()}
          </kbd>
        </button>
      ))}
    </div>
  );
  return { buttons, keys: Object.fromEntries(told.map((as) => [FEELS[as].key, () => felt(as)])) };
}
