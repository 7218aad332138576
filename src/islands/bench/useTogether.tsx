import type { Brush, Send, SessionState, ShotState, TogetherKey } from '@/core/session/index.ts';
import { markedTogether, TOGETHER } from '@/core/session/index.ts';

/** Cavities from which several are marked at once: of a few each is touched. */
const MANY = 8;

interface Marking {
  state: SessionState;
  shot: ShotState | undefined;
  focus: number;
  brush: Brush;
  /** called when one of the buttons was pressed, so that the keys are the bench's again */
  onBrush: () => void;
}

/** Several cavities at one press: the buttons for it, and their keys. */
export function useTogether(
  { state, shot, focus, brush, onBrush }: Marking,
  mark: (sends: Send[]) => void,
) {
  const many = (shot?.cavities.size ?? 0) >= MANY ? (Object.keys(TOGETHER) as TogetherKey[]) : [];
  const together = (which: TogetherKey) => {
    const sends = shot ? markedTogether(state, shot, which, { from: focus, brush }) : [];
    if (sends.length > 0) mark(sends);
  };
  const buttons = many.map((which) => (
    <button
      key={which}
      type="button"
      className="act shrink-0 px-3 lg:min-h-16"
      onClick={() => {
        together(which);
        onBrush();
      }}
    >
      {TOGETHER[which].name}{' '}
      <kbd className="hint hidden font-mono md:inline">{TOGETHER[which].key.toUpperCase()}</kbd>
    </button>
  ));
  const keys = Object.fromEntries(
    many.map((which) => [TOGETHER[which].key, () => together(which)]),
  );
  return { buttons, keys };
}
