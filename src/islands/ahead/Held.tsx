import type { Active, CollisionDetection, KeyboardCoordinateGetter } from '@dnd-kit/core';
import {
  DndContext,
  KeyboardSensor,
  MeasuringStrategy,
  pointerWithin,
  PointerSensor,
  TouchSensor,
  useSensor,
  useSensors,
} from '@dnd-kit/core';
import type { ReactNode } from 'react';
import type { LaidOut } from '@/core/ahead/index.ts';
import { sayDay } from '@/ui/days.ts';
import { InHandSays } from './InHandSays.tsx';
import type { OnTape } from './TapeGrip.tsx';

/** A piece in hand, and the day whose tape it was taken from. */
export type Taken = Pick<OnTape, 'piece'> & Partial<OnTape>;
interface Props {
  laid: LaidOut;
  onDrop: (key: string, day: string) => void;
  /** a piece is in hand, from the list or a day's tape; null = not any more */
  onHand: (taken: Taken | null) => void;
  /** a piece in hand is over a day; null = over none */
  onOver: (key: string, day: string | null) => void;
  children: ReactNode;
}

/** By arrow keys a piece goes from day to day, not from pixel to pixel. */
const dayByDay: KeyboardCoordinateGetter = (event, { context, currentCoordinates }) => {
  const step = { ArrowDown: 1, ArrowUp: -1 }[event.code];
  if (!step) return undefined;
  event.preventDefault();
  const days = [...context.droppableRects].sort(([, one], [, other]) => one.top - other.top);
  const next = days[days.findIndex(([day]) => day === context.over?.id) + step];
  return next && { x: currentCoordinates.x, y: next[1].top };
};
/** px a piece may lie above the day it is put on. */
const NEAR = 8;
/** The day a piece is over: under the pointer; by keys the last that begins above it. */
const overDay: CollisionDetection = (args) => {
  if (args.pointerCoordinates) return pointerWithin(args);
  const top = args.collisionRect.top + NEAR;
  const day = [...args.droppableRects]
    .sort(([, one], [, other]) => one.top - other.top)
    .findLast(([, rect]) => rect.top <= top);
  return day ? [{ id: day[0] }] : [];
};

/** The piece that is in hand: from the list by its own key, from a tape by what was taken there. */
const takenIn = ({ id, data }: Active): Taken => ({ piece: String(id), ...data.current });

/** Days that pieces are taken from and put on, by pointer, finger or keys. */
export function Held({ laid, onDrop, onHand, onOver, children }: Props) {
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 6 } }),
    useSensor(TouchSensor, { activationConstraint: { delay: 200, tolerance: 8 } }),
    useSensor(KeyboardSensor, { coordinateGetter: dayByDay, scrollBehavior: 'auto' }),
  );
  const dayOf = (key: string) =>
    laid.times.find(({ pieces }) => pieces.some((piece) => piece.key === key))?.time.day;
  const said = (day: unknown) => (typeof day === 'string' ? sayDay(day) : 'no day');
  return (
    <DndContext
      sensors={sensors}
      collisionDetection={overDay}
      // Days grow while a piece is over them: where they lie is looked at all the while.
      measuring={{ droppable: { strategy: MeasuringStrategy.Always } }}
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
      onDragStart={({ active }) => onHand(takenIn(active))}
      onDragOver={({ active, over }) =>
        onOver(takenIn(active).piece, over ? String(over.id) : null)
      }
      onDragCancel={() => onHand(null)}
      onDragEnd={({ active, over }) => {
        onHand(null);
        const [key, day] = [takenIn(active).piece, over ? String(over.id) : null];
        if (day !== null && day !== dayOf(key)) onDrop(key, day);
      }}
    >
      {children}
      <InHandSays />
    </DndContext>
  );
}
