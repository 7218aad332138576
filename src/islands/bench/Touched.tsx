import type { ReactNode } from 'react';
import type { Near } from '@/ui/MouldDrawing.tsx';
import { useTouch } from './useTouch.ts';

interface Props {
  /** its cavities are marked by touch; else a touch anywhere is one on the mould */
  marking: boolean;
  onCavity: (cavity: number) => void;
  onTap: () => void;
  draw: (near: Near | null) => ReactNode;
}
/** A drawn mould under a finger. */
export function Touched({ marking, onCavity, onTap, draw }: Props) {
  const { near, whole, handlers } = useTouch(marking, onCavity);
  return (
    <div
      className={near ? 'fixed inset-x-0 top-0 z-20 flex flex-col bg-ground p-4' : 'contents'}
      style={near ? { height: near.room } : undefined}
    >
      {near && (
        <button type="button" className="act min-h-16 shrink-0 self-start" onClick={whole}>
          Whole mould
        </button>
      )}
      <div
        className={`flex min-h-0 flex-1 flex-col justify-end pb-2 ${marking ? 'touch-none' : ''}`}
        onClick={marking ? undefined : onTap}
        {...handlers}
      >
        {draw(near)}
      </div>
    </div>
  );
}
