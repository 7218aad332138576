import type { KeyboardCoordinateGetter } from '@dnd-kit/core';
import {
  DndContext,
  KeyboardSensor,
  PointerSensor,
  TouchSensor,
  useSensor,
  useSensors,
} from '@dnd-kit/core';
import type { ReactNode } from 'react';
import type { LaidOut } from '@/core/ahead/index.ts';
import { sayDay } from '@/ui/days.ts';

interface Props {
  laid: LaidOut;
  onDrop: (key: string, day: string) => void;
  children: ReactNode;
}

/** By arrow keys a piece goes from day to day, not from pixel to pixel. */
const dayByDay: KeyboardCoordinateGetter = (event, { context, currentCoordinates }) => {
  const down = event.code === 'ArrowDown';
  if (!down && event.code !== 'ArrowUp') return undefined;
  event.preventDefault();
  const tops = [...context.droppableRects.values()].sort((one, other) => one.top - other.top);
  const next = down
    ? tops.find(({ top }) => top > currentCoordinates.y + 1)
    : tops.findLast(({ top }) => top < currentCoordinates.y - 1);
  return next && { x: currentCoordinates.x, y: next.top };
};

/** Days that pieces are taken from and put on, by pointer, finger or keys. */
export function Held({ laid, onDrop, children }: Props) {
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 6 } }),
    useSensor(TouchSensor, { activationConstraint: { delay: 200, tolerance: 8 } }),
    useSensor(KeyboardSensor, { coordinateGetter: dayByDay }),
  );
  const dayOf = (key: string) =>
    laid.times.find(({ pieces }) => pieces.some((piece) => piece.key === key))?.time.day;
  const said = (day: unknown) => (typeof day === 'string' ? sayDay(day) : 'no day');
  return (
    <DndContext
      sensors={sensors}
      accessibility={{
        announcements: {
          onDragStart: () => 'Taken. Arrow keys go from day to day, space puts it down.',
          onDragOver: ({ over }) => `Over ${said(over?.id)}.`,
          onDragEnd: ({ over }) => `Put on ${said(over?.id)}.`,
          onDragCancel: () => 'Left where it was.',
        },
        screenReaderInstructions: {
          draggable: 'Space takes it; arrow keys go from day to day; space puts it down.',
        },
      }}
      onDragEnd={({ active, over }) => {
        const [key, day] = [String(active.id), over ? String(over.id) : null];
        if (day !== null && day !== dayOf(key)) onDrop(key, day);
      }}
    >
      {children}
    </DndContext>
  );
}
