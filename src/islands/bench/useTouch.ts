import { useRef, useState } from 'react';
import type { MouseEvent, PointerEvent } from 'react';
import type { Near } from '@/ui/MouldDrawing.tsx';

/** px a gloved finger finds, and under which a cavity is brought nearer first. */
const TARGET = 64;
const SMALL = 44;
/** Times a drawing is brought nearer at most. */
const NEAREST = 4;

const cavityAt = (x: number, y: number): Element | null =>
  document.elementFromPoint(x, y)?.closest('[data-cavity]') ?? null;
const numberOf = (cavity: Element): number => Number(cavity.getAttribute('data-cavity'));

/** px over the strip: what a drawing brought nearer may take. */
const roomOver = (): number =>
  document.querySelector('[data-strip]')?.getBoundingClientRect().top ?? innerHeight;
/** px round it, and under it for the way back. */
const ROUND = { side: 32, under: 96 } as const;

/** Where a drawing is brought nearer for a finger: nowhere, while its cavities are large enough. */
function nearFor(
  cavity: Element,
  { clientX, clientY }: PointerEvent<HTMLElement>,
): (Near & { room: number }) | null {
  const { width, height } = cavity.getBoundingClientRect();
  const svg = cavity.closest('svg');
  const matrix = svg?.getScreenCTM();
  if (!svg || !matrix || Math.min(width, height) >= SMALL) return null;
  const { x, y } = new DOMPoint(clientX, clientY).matrixTransform(matrix.inverse());
  const room = roomOver();
  const whole = svg.viewBox.baseVal;
  const scale = Math.min(
    (innerWidth - ROUND.side) / whole.width,
    (room - ROUND.under) / whole.height,
  );
  const size = (Math.min(width, height) / matrix.a) * scale;
  return { x, y, room, times: Math.min(NEAREST, Math.max(1, TARGET / size)) };
}

/**
 * Marking on a drawn mould: a finger drawn across cavities marks each it comes over, once; where
 * they are too small for a finger the first touch brings that part nearer.
 */
export function useTouch(active: boolean, onCavity: (cavity: number) => void) {
  const [near, setNear] = useState<ReturnType<typeof nearFor>>(null);
  const drawn = useRef<{ first: number; over: Set<number>; moved: boolean } | null>(null);
  const swallow = useRef(false);
  if (!active && near) setNear(null);
  const mark = (cavity: number) => {
    drawn.current!.over.add(cavity);
    onCavity(cavity);
  };
  const handlers = {
    onPointerDown: (press: PointerEvent<HTMLElement>) => {
      swallow.current = false;
      const cavity = cavityAt(press.clientX, press.clientY);
      if (!cavity) return;
      const nearer = near || press.pointerType === 'mouse' ? null : nearFor(cavity, press);
      if (nearer) {
        swallow.current = true;
        return setNear(nearer);
      }
      drawn.current = { first: numberOf(cavity), over: new Set(), moved: false };
    },
    onPointerMove: (move: PointerEvent<HTMLElement>) => {
      const stroke = drawn.current;
      if (!stroke || move.buttons === 0) return;
      const cavity = cavityAt(move.clientX, move.clientY);
      const number = cavity && numberOf(cavity);
      if (number === null || (number === stroke.first && !stroke.moved)) return;
      if (!stroke.moved) {
        stroke.moved = true;
        mark(stroke.first);
      }
      if (!stroke.over.has(number)) mark(number);
    },
    onPointerUp: () => {
      // A stroke is no press: what it ended on is marked already.
      swallow.current ||= drawn.current?.moved === true;
      drawn.current = null;
    },
    onClickCapture: (click: MouseEvent) => {
      if (swallow.current) click.stopPropagation();
      swallow.current = false;
    },
  };
  return {
    near,
    whole: () => setNear(null),
    handlers: active ? handlers : {},
  };
}
