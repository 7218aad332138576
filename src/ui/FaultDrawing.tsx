import type { ReactNode } from 'react';
import type { Fault } from '@/core/session/faults.ts';

/** A bait from the side, head left; its back and its belly. */
const BAIT =
  'M10 34C10 20 34 14 70 16C104 18 128 26 146 30L166 18L164 34L166 50L146 38C128 42 104 52 70 52C34 54 10 48 10 34Z';
const BELLY = 'M10 34H146L166 50L164 34L146 38C128 42 104 52 70 52C34 54 10 48 10 34Z';
const CORE = 'M30 34C44 26 92 28 124 33C92 40 44 42 30 34Z';
const INK = { stroke: 'var(--ink)', strokeWidth: 1.5, fill: 'none' } as const;
const MARK = { stroke: 'var(--stop)', strokeWidth: 2, fill: 'none' } as const;
const SOFT = 'var(--rule)';

const whole = (fill = 'none') => <path d={BAIT} {...INK} fill={fill} />;
const belly = <path d={BELLY} fill={SOFT} />;
const gone = (path: string) => <path d={path} {...INK} strokeDasharray="3 3" />;
const ring = (x: number, y: number, radius = 10) => <circle cx={x} cy={y} r={radius} {...MARK} />;

/** What each fault looks like: the bait, and a ring or a line at what is wrong. */
const DRAWN: Record<Fault, ReactNode> = {
  short: (
    <>
      {gone(BAIT)}
      <path
        d="M10 34C10 20 34 14 70 16C96 17 116 24 122 34C116 44 96 51 70 52C34 54 10 48 10 34Z"
        {...INK}
      />
      {ring(124, 34)}
    </>
  ),
  coreShort: (
    <>
      {whole()}
      {gone(CORE)}
      <path d="M30 34C38 29 52 28 62 29C66 34 66 36 60 40C48 40 36 38 30 34Z" fill="var(--ink)" />
      {ring(66, 34)}
    </>
  ),
  opaque: (
    <>
      {whole('var(--soft)')}
      {gone(CORE)}
    </>
  ),
  shellTorn: (
    <>
      {whole()}
      <path d={CORE} {...INK} />
      <path d="M112 20L106 30L116 28L108 40" {...MARK} />
    </>
  ),
  rodFlash: (
    <>
      {whole()}
      <path d={CORE} {...INK} />
      <path d="M30 26V42" {...MARK} />
      {ring(30, 34)}
    </>
  ),
  joint: (
    <>
      {whole()}
      <path d="M118 22L114 30L120 38L115 46" {...MARK} />
    </>
  ),
  crooked: (
    <>
      <path
        d="M10 34C10 20 34 14 70 16C96 17 114 22 120 25V44C112 48 96 51 70 52C34 54 10 48 10 34Z"
        {...INK}
      />
      <path d="M120 26L150 12L166 2L162 22L150 26L120 44Z" {...INK} />
      {ring(122, 34)}
    </>
  ),
  bare: (
    <>
      <path
        d="M10 34C10 20 34 14 70 16C96 17 114 22 120 25V44C112 48 96 51 70 52C34 54 10 48 10 34Z"
        {...INK}
      />
      {gone('M120 25L146 30L166 18L164 34L166 50L146 38L120 44Z')}
    </>
  ),
  smeared: (
    <>
      {whole()}
      <path
        d="M34 30C38 24 46 26 48 30C60 30 76 32 92 36C74 36 58 38 46 36C40 38 34 36 34 30Z"
        fill="var(--ink)"
      />
      {ring(88, 35)}
    </>
  ),
  muddied: (
    <>
      {whole(SOFT)}
      <path d="M24 34C40 20 52 48 68 34C84 20 96 48 112 34" {...MARK} strokeDasharray="2 5" />
    </>
  ),
  dent: (
    <>
      <path
        d={
          'M10 34C10 20 30 15 46 15C54 28 68 28 78 16C104 18 128 26 146 30L166 18L164 34' +
          'L166 50L146 38C128 42 104 52 70 52C34 54 10 48 10 34Z'
        }
        {...INK}
      />
      {ring(62, 20, 13)}
    </>
  ),
  bubbles: (
    <>
      {whole()}
      {[
        [46, 26, 4],
        [62, 22, 3],
        [76, 30, 5],
        [92, 25, 3],
        [58, 36, 3],
      ].map(([x, y, radius]) => (
        <circle key={x} cx={x} cy={y} r={radius} {...MARK} />
      ))}
    </>
  ),
  flash: (
    <>
      {whole()}
      <path
        d="M4 34C4 14 32 8 70 10C106 12 130 20 146 24L172 8L170 34L172 60L146 44C130 48 106 58 70 58C32 60 4 54 4 34Z"
        {...MARK}
        strokeWidth={1}
      />
    </>
  ),
  line: (
    <>
      <path
        d="M10 34C50 22 90 46 146 26L166 50L164 34L146 38C128 42 104 52 70 52C34 54 10 48 10 34Z"
        fill={SOFT}
      />
      {whole()}
      <path d="M10 34H150" {...INK} strokeDasharray="3 3" />
      <path d="M10 34C50 22 90 46 146 26" {...MARK} />
    </>
  ),
  bled: (
    <>
      {belly}
      {whole()}
      {[26, 44, 62, 80, 98, 116].map((x) => (
        <path key={x} d={`M${x} 34c2 -6 6 -8 8 -10`} {...MARK} />
      ))}
    </>
  ),
  upside: (
    <>
      <path
        d="M10 34H146L166 18L164 34L146 30C128 26 104 18 70 16C34 14 10 20 10 34Z"
        fill={SOFT}
      />
      {whole()}
      <path d="M84 44V24M78 30L84 23L90 30" {...MARK} />
    </>
  ),
  torn: (
    <>
      {whole()}
      <path d="M140 28L148 36L140 40L150 48" {...MARK} />
      {ring(146, 36, 14)}
    </>
  ),
  gooey: (
    <>
      {whole(SOFT)}
      <path
        d="M40 52C40 60 36 62 38 66M70 52C70 62 66 64 68 70M98 50C98 58 95 60 97 64"
        {...MARK}
      />
    </>
  ),
  yellow: (
    <>
      {whole('color-mix(in srgb, var(--watch) 35%, transparent)')}
      <path d="M10 34H150" {...INK} strokeDasharray="1 4" />
    </>
  ),
  dirty: (
    <>
      {whole()}
      {[
        [32, 30],
        [50, 42],
        [66, 24],
        [88, 40],
        [104, 30],
        [126, 34],
      ].map(([x, y]) => (
        <path key={x} d={`M${x! - 2} ${y}h4M${x} ${y! - 2}v4`} {...MARK} />
      ))}
    </>
  ),
};

/** A fault on a bait from the side, with a mark at what to look at. */
export const FaultDrawing = ({ fault, name }: { fault: Fault; name: string }) => (
  <svg
    viewBox="0 0 176 72"
    className="block w-full max-w-44"
    role="img"
    aria-label={`${name}, drawn`}
  >
    {DRAWN[fault]}
  </svg>
);
