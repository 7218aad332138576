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
function useBeat(seconds: number | undefined, count: number): number | null {
  const [beat, setBeat] = useState(0);
  useEffect(() => {
    if (!seconds || matchMedia('(prefers-reduced-motion: reduce)').matches) return;
    const tick = setInterval(() => setBeat((was) => (was + 1) % count), seconds * 1000);
    return () => clearInterval(tick);
  }, [seconds, count]);
  return seconds ? beat : null;
}

/**
 * Barrels to proportion over their block, each port over its own half: how far the plungers stand
 * out is what is in them.
 */
export function Barrels({ injector, run, cups, mould, pulse, onTop }: Props) {
  const { layers } = run.stage;
  const rig = rigOf(run);
  const beat = useBeat(pulse?.seconds, layers.length);
  if (!rig) return null;
  const { barrels } = rig.injector;
  const heat = (run.tools.window.low + run.tools.window.high) / 2;
  const longest = Math.max(...barrels.map((barrel) => barrel.volume / barrel.bore ** 2));
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
      {barrels.map((barrel, i) => {
        const width =
          (barrel.bore / Math.max(...barrels.map((barrel) => barrel.bore))) *
          Math.min(46, gap * 0.7);
        const height = (barrel.volume / barrel.bore ** 2 / longest) * 170;
        const full = Math.min(
          1,
          (injector.contents[i]?.grams ?? 0) / density(heat) / barrel.volume,
        );
        const x = centre(i) - width / 2;
        const top = floor - height;
        const plunger = floor - 4 - full * (height - 10);
        const pushed = beat === i;
        const head = rig.yoked ? 26 : pushed ? 44 : 26;
        return (
          <g key={i}>
            <rect
              x={x}
              y={plunger}
              width={width}
              height={floor - plunger}
              fill={full > 0.005 ? colourOf(i) : 'none'}
            />
            <rect
              x={x}
              y={top}
              width={width}
              height={height}
              className="line-art"
              style={{ strokeWidth: pushed ? 4 : 2 }}
            />
            <path
              d={`M${centre(i)} ${head}V${plunger}M${x - 1} ${plunger}h${width + 2}`}
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
            <path
              d={`M${x} ${floor}l${width / 2 - 5} 16h10L${x + width} ${floor}`}
              className="line-art"
            />
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
                {barrelName(barrel.mark, run.tools.order[i] ?? i, barrels.length)}
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
            layers.map((layer, i) => {
              const { over } = place(layer.place);
              const half = wrong
                ? turned[over]
                : over === 'both'
                  ? several && layers.length === 3
                    ? 'side'
                    : ''
                  : over;
              return (
                <text
                  key={layer.key}
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
