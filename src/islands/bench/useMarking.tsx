import { Suspense, useCallback, useEffect, useRef, useState } from 'react';
import type { Brush, Fault, Send, SessionState, SaidStep } from '@/core/session/index.ts';
import { brushesOf, brushName, FAULTS, markedBy } from '@/core/session/index.ts';
import { KindBefore } from './panels.ts';
import { useFelt } from './useFelt.tsx';
import { useTogether } from './useTogether.tsx';

interface Props {
  state: SessionState;
  step: SaidStep | null;
  act: (send: Send) => void;
  /** called before a mark is made by hand */
  onOwn: () => void;
  onBrush: () => void;
}
const isFault = (brush: Brush): brush is Fault => Object.hasOwn(FAULTS, brush);
/** Whether a step counts what is in its mould: by itself, or in one breath with opening it. */
const marked = (step: SaidStep | null): boolean =>
  step?.key === 'mark' || step?.then?.some(({ kind }) => kind === 'marked') === true;

/** Marking the cavities of a shot: with what, which of them has the keys, and what a touch makes. */
export function useMarking({ state, step, act, onOwn, onBrush }: Props) {
  const [brush, setBrush] = useState<Brush>('short');
  const [focus, setFocus] = useState(1);
  const marking = marked(step) ? state.moulds.get(step!.target) : undefined;
  const shown = marking && state.shots.get(marking.shot ?? '');
  const brushes = shown ? brushesOf(state, shown) : [];
  const opens = step?.key === 'open' ? step.send : undefined;
  const openedOn = useRef<SessionState | null>(null);
  const touch = useCallback(
    (count: number) => {
      const shot = marking ? state.shots.get(marking.shot ?? '') : undefined;
      if (!shot) return;
      setFocus(count);
      onOwn();
      // Whoever touches a cavity of a mould that was to be opened has opened it.
      // Of several touched in one stroke the first does.
      if (opens && openedOn.current !== state) act(opens);
      openedOn.current = state;
      act(markedBy(shot, count, brush));
    },
    [marking, state, brush, act, onOwn, opens],
  );
  useEffect(() => {
    // On a small screen the mould comes first while its cavities are to be touched; it is taken to.
    if (marking?.key && matchMedia('(max-width: 1023px)').matches) scrollTo({ top: 0 });
  }, [marking?.key]);
  const brushButtons = brushes.map((bait) => (
    <button
      key={bait}
      type="button"
      aria-pressed={brush === bait}
      className={`act shrink-0 px-3 lg:min-h-16 ${brush === bait ? 'act-main' : ''}`}
      onClick={() => {
        setBrush(bait);
        onBrush();
      }}
    >
      {brushName(bait)}
    </button>
  ));

  const bySelf = (sends: Send[]) => {
    onOwn();
    for (const send of [...(opens ? [opens] : []), ...sends]) act(send);
  };
  const together = useTogether({ state, shot: shown, focus, brush, onBrush }, bySelf);
  const felt = useFelt({ state, shot: shown }, bySelf);

  /** the brush so many places along the row; the first or last where none of it is in hand */
  const brushBy = (by: 1 | -1) =>
    setBrush((brush) => {
      const at = brushes.indexOf(brush) + by + (by < 0 && !brushes.includes(brush) ? 1 : 0);
      return brushes[(at + brushes.length) % brushes.length]!;
    });
  const cavities = marking?.mould.cavities.length ?? 0;
  const keys: Record<string, () => void> = {};
  if (cavities > 0) {
    for (let count = 1; count <= Math.min(9, cavities); count++)
      keys[String(count)] = () => touch(count);
    keys.ArrowRight = () => setFocus((was) => (was % cavities) + 1);
    keys.ArrowLeft = () => setFocus((was) => ((was + cavities - 2) % cavities) + 1);
    keys.ArrowDown = () => brushBy(1);
    keys.ArrowUp = () => brushBy(-1);
    keys.m = () => touch(focus);
    Object.assign(keys, together.keys, felt.keys);
  }
  const buttons = [...brushButtons, ...together.buttons];
  const beside = marking && (
    <div className="flex flex-wrap items-start justify-between gap-2">
      <Suspense>
        {isFault(brush) && <KindBefore fault={brush} mould={Number(marking.key)} cavity={focus} />}
      </Suspense>
      {felt.buttons}
    </div>
  );
  return { marking, focus, touch, brushButtons: buttons, beside, keys };
}
