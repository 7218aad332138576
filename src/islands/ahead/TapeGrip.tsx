import { createContext, type ReactNode, useContext } from 'react';
import { useDraggable } from '@dnd-kit/core';
import type { GripProps } from '@/ui/tape/TapeDrawing.tsx';

/** What of a tape is taken hold of: a piece, and what it is called. */
export interface OnTape {
  piece: string;
  says: string;
  /** day whose tape it is */
  day: string;
}
/** What each run of a tape is a piece of; nothing where a run cannot be taken. */
export const OnTapeOf = createContext<(run: string) => OnTape | undefined>(() => undefined);

function Grip({ of, ...grip }: GripProps & { of: OnTape }) {
  const { run, lane, box } = grip;
  const drag = useDraggable({ id: `${of.piece} ${run} ${lane}`, data: of });
  return (
    // By keys and by voice it is taken in the list below, which is the same piece.
    <g
      ref={drag.setNodeRef as (node: unknown) => void}
      {...drag.listeners}
      data-grip={of.piece}
      className="group cursor-grab"
    >
      <title>{`${of.says}: take it to another day`}</title>
      {grip.children}
      <rect
        {...box}
        fill="transparent"
        stroke="var(--ink)"
        strokeDasharray="4 3"
        className={drag.isDragging ? '' : 'opacity-0 group-hover:opacity-100'}
      />
    </g>
  );
}

/** A run in its mould's lane, to be taken to another day from there. */
export function TapeGrip(grip: GripProps): ReactNode {
  const of = useContext(OnTapeOf)(grip.run);
  return of ? <Grip {...grip} of={of} /> : grip.children;
}
