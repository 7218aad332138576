import { useEffect, useState } from 'react';
import { place } from '@/core/build/index.ts';
import { density } from '@/core/material/index.ts';
import { rigOf } from '@/core/plan/index.ts';
import type { CupState, InjectorState, MouldState, RunState, Step } from '@/core/session/index.ts';
import { barrelName } from '@/core/session/index.ts';

interface Props {
  injector: InjectorState;
  run: RunState;
  cups: Map<string, CupState>;
  mould: MouldState | null;
  /** plungers pushed in turn, when that is what is to be done now */
  pulse: Step['pulse'];
  onTop: () => void;
}

/** Which plunger a rhythm is at; still for whoever wants no motion. */
function useBeat(seconds: number | undefined, n: number): number | null {
  const [beat, setBeat] = useState(0);
  useEffect(() => {
    if (!seconds || matchMedia('(prefers-reduced-motion: reduce)').matches) return;
    const tick = setInterval(() => setBeat((b) => (b + 1) % n), seconds * 1000);
    return () => clearInterval(tick);
  }, [seconds, n]);
  return seconds ? beat : null;
}

/** Barrels to proportion over their block, each port over its own half: how far the plungers stand out is what is in them. */
export function Barrels({ injector, run, cups, mould, pulse, onTop }: Props) {
  const { layers } = run.stage;
  const rig = rigOf(run);
  const beat = useBeat(pulse?.seconds, layers.length);
  if (!rig) return null;
  const { barrels } = rig.injector;
  const heat = (run.tools.window.low + run.tools.window.high) / 2;
  const longest = Math.max(...barrels.map((b) => b.volume / b.bore ** 2));
  const gap = 150 / barrels.length;
  const centre = (i: number) => 75 + (i - (barrels.length - 1) / 2) * gap * 0.9;
  const floor = 262;
  const colourOf = (i: number) =>
    cups.get(injector.contents[i]?.cup ?? String(run.job.layers[layers[i]?.key ?? ''] ?? ''))
      ?.colour ?? 'var(--rule)';
  const wrong = mould?.top === 'wrong';
  const several = barrels.length > 1;
  const turned = { TOP: 'bottom', bottom: 'TOP', both: 'side' } as const;
  return (
    <svg
      viewBox="0 0 150 404"
      className="block h-full max-h-80 w-full lg:max-h-full"
      role="group"
      aria-label={`${injector.injector.name}, ${several ? (rig.yoked ? 'yoke on' : 'yoke off') : 'one barrel'}`}
    >
      {several && (
        <text x="75" y="14" textAnchor="middle" fontSize="13" fill="var(--soft)">
          {rig.yoked ? 'yoke on' : `yoke off, ${pulse?.seconds ?? 2} s each`}
        </text>
      )}
      {barrels.map((b, i) => {
        const w = (b.bore / Math.max(...barrels.map((x) => x.bore))) * Math.min(46, gap * 0.7);
        const h = (b.volume / b.bore ** 2 / longest) * 170;
        const full = Math.min(1, (injector.contents[i]?.grams ?? 0) / density(heat) / b.volume);
        const x = centre(i) - w / 2;
        const top = floor - h;
        const plunger = floor - 4 - full * (h - 10);
        const pushed = beat === i;
        const head = rig.yoked ? 26 : pushed ? 44 : 26;
        return (
          <g key={i}>
            <rect
              x={x}
              y={plunger}
              width={w}
              height={floor - plunger}
              fill={full > 0.005 ? colourOf(i) : 'none'}
            />
            <rect
              x={x}
              y={top}
              width={w}
              height={h}
              className="line-art"
              style={{ strokeWidth: pushed ? 4 : 2 }}
            />
            <path
              d={`M${centre(i)} ${head}V${plunger}M${x - 1} ${plunger}h${w + 2}`}
              stroke="var(--ink)"
              strokeWidth="3.5"
              fill="none"
            />
            {(!rig.yoked || !several) && (
              <path
                d={`M${centre(i) - 14} ${head}h28`}
                stroke="var(--ink)"
                strokeWidth={pushed ? 9 : 6}
              />
            )}
            <path d={`M${x} ${floor}l${w / 2 - 5} 16h10L${x + w} ${floor}`} className="line-art" />
            <text
              x={centre(i)}
              y={top - 6}
              textAnchor="middle"
              fontSize="14"
              fontWeight="700"
              fill="var(--ink)"
              stroke="var(--ground)"
              strokeWidth="4"
              paintOrder="stroke"
            >
              {cups.get(String(run.job.layers[layers[i]?.key ?? '']))?.letter ?? '?'}
            </text>
            {several && (
              <text
                transform={`translate(${x - 4} ${floor - 6}) rotate(-90)`}
                fontSize="10"
                fill="var(--soft)"
              >
                {barrelName(b.mark, run.tools.order[i] ?? i, barrels.length)}
              </text>
            )}
          </g>
        );
      })}
      {rig.yoked && several && (
        <path
          d={`M${centre(0) - 22} 26H${centre(barrels.length - 1) + 22}`}
          stroke="var(--ink)"
          strokeWidth="6"
        />
      )}
      {rig.block ? (
        <g
          role="button"
          tabIndex={-1}
          aria-label="Look at TOP"
          onClick={onTop}
          style={{ cursor: 'pointer' }}
        >
          <path
            d={`M${centre(0) - 24} 278H${centre(barrels.length - 1) + 24}V318L98 358H52L${centre(0) - 24} 318Z`}
            fill="var(--raised)"
            stroke="var(--ink)"
            strokeWidth="1.75"
          />
          {barrels.map((_, i) => {
            const end = 75 + (i - (barrels.length - 1) / 2) * 16;
            if (rig.block!.kind !== 'split')
              return (
                <path
                  key={i}
                  d={`M${centre(i)} 278V314L${end} 352`}
                  stroke={colourOf(i)}
                  strokeWidth="8"
                  fill="none"
                />
              );
            // Each colour is split in two, and each half crosses to the other side.
            return (
              <path
                key={i}
                d={`M${centre(i)} 278V296L${i === 0 ? 60 : 90} 352M${centre(i)} 296L${i === 0 ? 80 : 70} 352`}
                stroke={colourOf(i)}
                strokeWidth="5"
                fill="none"
              />
            );
          })}
          {rig.block.kind !== 'split' && (
            <path d="M75 346V372" className="line-art" style={{ strokeDasharray: '4 3' }} />
          )}
          {rig.block.kind !== 'split' &&
            layers.map((l, i) => {
              const { over } = place(l.place);
              const half = wrong
                ? turned[over]
                : over === 'both'
                  ? several && layers.length === 3
                    ? 'side'
                    : ''
                  : over;
              return (
                <text
                  key={l.key}
                  x={layers.length === 3 ? 22 + i * 53 : i === 0 ? 36 : 114}
                  y="388"
                  textAnchor="middle"
                  fontSize="13"
                  fontWeight={half === 'TOP' ? 700 : 400}
                  fill={wrong ? 'var(--stop)' : 'var(--ink)'}
                >
                  {half}
                </text>
              );
            })}
          {rig.block.mark && (
            <text x="75" y="402" textAnchor="middle" fontSize="11" fill="var(--soft)">
              {rig.block.mark} over TOP
            </text>
          )}
        </g>
      ) : (
        <path d={`M68 278h14v44l-7 14-7-14Z`} className="line-art" />
      )}
    </svg>
  );
}

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
  const colour =
    cups.get(String(run.job.layers[next ?? run.stage.pours[0]?.key ?? '']))?.colour ??
    'var(--rule)';
  const letter =
    cups.get(String(run.job.layers[next ?? run.stage.pours[0]?.key ?? '']))?.letter ?? '';
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
        {letter}
      </text>
    </svg>
  );
}
