import type { MouldState, SessionState } from '@/core/session/index.ts';
import { FAULTS } from '@/core/session/index.ts';

interface Props {
  s: SessionState;
  m: MouldState;
  onCavity: (n: number) => void;
  /** what to mark with */
  children: React.ReactNode;
}

/** Faults and cavities as buttons a thumb finds, for screens on which the drawing's own are too small. */
export function MarkGrid({ s, m, onCavity, children }: Props) {
  const shot = s.shots.get(m.shot ?? '');
  if (!shot) return null;
  const says = (n: number): string => {
    const mark = shot.marks.get(n);
    if (mark?.fault) return FAULTS[mark.fault].name;
    return mark ? 'usable' : 'good';
  };
  const tone = (n: number): string =>
    shot.marks.has(n) ? 'border-watch font-bold text-watch' : 'border-rule';
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
        {m.mould.cavities.map(({ n }) => (
          <button
            key={n}
            type="button"
            data-mark={n}
            className={`flex min-h-11 min-w-0 flex-col items-center justify-center border-[1.5px] bg-raised leading-tight ${tone(n)}`}
            onClick={() => onCavity(n)}
          >
            <b className="figure">{n}</b>
            <span className="max-w-full truncate text-xs">{says(n)}</span>
          </button>
        ))}
      </div>
    </div>
  );
}
