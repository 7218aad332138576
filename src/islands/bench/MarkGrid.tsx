import type { ReactNode } from 'react';
import type { MouldState, SessionState } from '@/core/session/index.ts';
import { FAULTS } from '@/core/session/index.ts';

interface Props {
  state: SessionState;
  mould: MouldState;
  onCavity: (count: number) => void;
  /** what to mark with */
  children: ReactNode;
}

/**
 * Faults and cavities as buttons a thumb finds, for screens on which the drawing's own are too
 * small.
 */
export function MarkGrid({ state, mould, onCavity, children }: Props) {
  const shot = state.shots.get(mould.shot ?? '');
  if (!shot) return null;
  const says = (count: number): string => {
    const mark = shot.marks.get(count);
    if (mark?.fault) return FAULTS[mark.fault].name;
    return mark ? 'usable' : 'good';
  };
  const tone = (count: number): string =>
    shot.marks.has(count) ? 'border-watch font-bold text-watch' : 'border-rule';
  return (
    <div className="md:hidden">
      <div
        className="mb-1 flex gap-1 overflow-x-auto"
        role="group"
        aria-label="Mark with"
        tabIndex={0}
      >
        {children}
      </div>
      <div className="grid grid-cols-6 gap-1" role="group" aria-label="Cavities">
        {mould.mould.cavities.map(({ n: count }) => (
          <button
            key={count}
            type="button"
            data-mark={count}
            className={
              'flex min-h-11 min-w-0 flex-col items-center justify-center border-[1.5px] bg-raised ' +
              `leading-tight ${tone(count)}`
            }
            onClick={() => onCavity(count)}
          >
            <b className="figure">{count}</b>
            <span className="max-w-full truncate text-xs">{says(count)}</span>
          </button>
        ))}
      </div>
    </div>
  );
}
