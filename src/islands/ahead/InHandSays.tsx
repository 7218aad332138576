import { DragOverlay, useDndContext } from '@dnd-kit/core';
import type { OnTape } from './TapeGrip.tsx';

/** px a name hangs beside what points at it. */
const BESIDE = 12;

/** What was taken from a tape, at the hand that has it: its strips stay where they are meanwhile. */
export function InHandSays() {
  const { active, activatorEvent, activeNodeRect } = useDndContext();
  const of = active?.data.current as OnTape | undefined;
  const at = activatorEvent as PointerEvent | null;
  const [left, top] = [activeNodeRect?.left ?? 0, activeNodeRect?.top ?? 0];
  return (
    <DragOverlay dropAnimation={null}>
      {of?.says && at && (
        <span
          data-in-hand
          className="pointer-events-none inline-block border border-ink bg-raised px-3 py-2 font-bold whitespace-nowrap"
          style={{
            transform: `translate(${at.clientX - left + BESIDE}px, ${at.clientY - top + BESIDE}px)`,
          }}
        >
          {of.says}
        </span>
      )}
    </DragOverlay>
  );
}
