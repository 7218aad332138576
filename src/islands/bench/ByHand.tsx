import type { CupState } from '../../core/session/index.ts';
import type { RunState } from '../../core/session/state.ts';
import { layerCup } from '@/core/session/index.ts';

/** No barrels: the cup's own lip over the open mould, or a spoon and a rod at its port. */
export function ByHand({
  run,
  cups,
  next,
}: {
  run: RunState;
  cups: Map<string, CupState>;
  next: string | null;
}) {
  const cup = layerCup({ cups }, run, next ?? run.stage.pours[0]?.key ?? '');
  const colour = cup?.colour ?? 'var(--rule)';
  const rod = run.stage.by === 'rod';
  return (
    <svg
      viewBox="0 0 150 404"
      className="block h-full max-h-80 w-full lg:max-h-full"
      role="img"
      aria-label={rod ? 'A spoonful pushed in with a plunger rod' : 'Poured by hand from the cup'}
    >
      <text x="75" y="14" textAnchor="middle" fontSize="13" fill="var(--soft)">
        {rod ? 'by plunger rod' : 'by hand'}
      </text>
      {rod ? (
        <g>
          <path d="M75 40V230M57 40h36" stroke="var(--ink)" strokeWidth="6" />
          <rect x="66" y="230" width="18" height="26" fill="var(--ink)" />
          <rect
            x="64"
            y="252"
            width="22"
            height="66"
            className="line-art"
            style={{ strokeWidth: 2 }}
          />
          <rect x="65" y="258" width="20" height="59" fill={colour} />
          <path d="M30 318H120V352H30Z" className="line-art" style={{ strokeWidth: 2 }} />
        </g>
      ) : (
        <g>
          <path d="M30 140 120 168 127 140Z" fill={colour} />
          <path d="M52 70 138 96 120 168 30 140" className="line-art" style={{ strokeWidth: 2 }} />
          <path d="M30 140C24 190 34 250 34 318" stroke={colour} strokeWidth="7" fill="none" />
          <path d="M12 318H138V352H12Z" className="line-art" style={{ strokeWidth: 2 }} />
          <path d="M22 318q18 22 36 0M72 318q18 22 36 0" className="line-art" />
        </g>
      )}
      <text x="75" y="376" textAnchor="middle" fontSize="14" fontWeight="700" fill="var(--ink)">
        {cup?.letter}
      </text>
    </svg>
  );
}
