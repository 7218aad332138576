import { density, GRADES } from '@/core/material/index.ts';
import type { ShopUnits } from '@/core/quantity/index.ts';
import { degrees, lasting, say, show } from '@/core/quantity/index.ts';
import type { CupState } from '@/core/session/index.ts';
import { EYE, gapOf, isFresh, trendOf } from '@/core/session/index.ts';
import { airVolume } from '@/core/shot/index.ts';
import { heatColour } from '@/ui/heat.ts';

/** A measuring cup to proportion: level, fill limit, and the depth where a draw takes air. */
export function CupDrawing({ cup, units }: { cup: CupState; units: ShopUnits }) {
  const volume = cup.vessel?.volume ?? 500;
  const hot = cup.grams / density(cup.reading?.celsius ?? 20, GRADES[cup.grade].density20);
  const share = Math.min(1.05, hot / volume);
  const air = cup.vessel ? airVolume(cup.vessel) / volume : 0;
  const limit = cup.limitMl / volume;
  const [top, bottom] = [16, 184];
  const y = (s: number) => bottom - s * (bottom - top);
  const inset = (s: number) => 8 * (1 - s);
  const level = y(share);
  return (
    <svg viewBox="0 0 150 190" className="block max-h-full w-full" role="img" aria-label={`Cup ${cup.letter}: ${say(hot, 'volume', units)} of ${say(volume, 'volume', units)}`}>
      <path d={`M${10 + inset(share)} ${level}L18 ${bottom}H102L${110 - inset(share)} ${level}Z`} fill={cup.charges > 0 ? cup.colour : 'none'} />
      <path d="M4 8 10 14 18 184H102L110 14 116 8" className="line-art" style={{ strokeWidth: 2 }} />
      <path d="M109 46h8c14 0 20 14 20 34s-6 44-22 44h-9" className="line-art" />
      {[0.25, 0.5, 0.75].map((s) => <path key={s} d={`M${22 + inset(s)} ${y(s)}h12`} className="line-art" />)}
      <path d={`M${10 + inset(limit)} ${y(limit)}H${110 - inset(limit)}`} className="line-art" style={{ strokeDasharray: '5 4' }} />
      <path d={`M${10 + inset(air)} ${y(air)}H${110 - inset(air)}`} className="line-art" style={{ strokeDasharray: '2 3' }} />
    </svg>
  );
}

/** One ruled heat scale for the cups of a job, the shot window a bracket, the gap drawn between the pins. */
export function HeatScale({ cups, matched, window, units, tolerance }: { cups: CupState[]; matched: CupState[]; window: { low: number; high: number }; units: ShopUnits; tolerance: number }) {
  const [from, to] = [140, 205];
  const x = (c: number) => 16 + ((Math.min(to, Math.max(from, c)) - from) / (to - from)) * 296;
  const read = cups.filter((c) => c.reading);
  const gap = matched.length > 1 ? gapOf(matched) : null;
  const apart = gap !== null && gap > tolerance;
  const xs = read.map((c) => x(c.reading!.celsius));
  // Pins that would lie on each other are moved apart; their feet stay where the heat is.
  const order = [...xs.keys()].sort((i, j) => xs[i]! - xs[j]!);
  const heads = [...xs];
  const middle = xs.reduce((p, q) => p + q, 0) / Math.max(1, xs.length);
  if (order.some((i, k) => k > 0 && xs[i]! - xs[order[k - 1]!]! < 32)) order.forEach((i, k) => (heads[i] = middle + (k - (order.length - 1) / 2) * 32));
  return (
    <svg viewBox="0 -12 328 124" className="block w-full" role="img" aria-label={`Heat scale, window ${degrees(window.low, units)} to ${degrees(window.high, units)}${gap === null ? '' : `, ${show(gap, 'difference', units, 0).number} degrees apart`}`}>
      {Array.from({ length: 74 }, (_, i) => <rect key={i} x={16 + i * 4} y={76} width="4.3" height="10" fill={heatColour(from + (i / 74) * (to - from))} />)}
      {[140, 150, 160, 170, 180, 190, 200].map((c) => <g key={c}><path d={`M${x(c)} 87v6`} className="line-art" /><text x={x(c)} y="108" textAnchor="middle" fontSize="13" fill="var(--soft)">{show(c, 'temperature', units).number}</text></g>)}
      <path d={`M${x(window.low)} 74V64H${x(window.high)}V74`} className="line-art" style={{ strokeWidth: 2.5 }} />
      <text x={x(window.high) + 6} y="62" fontSize="13" fill="var(--ink)" stroke="var(--ground)" strokeWidth="4" paintOrder="stroke">window</text>
      {read.map((c, i) => (
        <g key={c.key}>
          <path d={`M${xs[i]} 76L${heads[i]} 36`} className="line-art" />
          <circle cx={heads[i]} cy="24" r="13" fill="var(--raised)" stroke="var(--ink)" strokeWidth="1.75" />
          <text x={heads[i]} y="29" textAnchor="middle" fontSize="14" fontWeight="700" fill="var(--ink)">{c.letter}</text>
        </g>
      ))}
      {gap !== null && read.length > 1 && <text x={heads.reduce((p, q) => p + q, 0) / heads.length} y="3" textAnchor="middle" fontSize="15" fontWeight="700" fill={apart ? 'var(--watch)' : 'var(--good)'}>{show(gap, 'difference', units, 0).number}°</text>}
    </svg>
  );
}

function Big({ cup, units, now, stale, many, onRead }: { cup: CupState; units: ShopUnits; now: number; stale: number; many: boolean; onRead: () => void }) {
  const { reading } = cup;
  const trend = trendOf(cup);
  const fresh = isFresh(cup, now, stale);
  const word = !reading ? 'not read' : reading.stage ? `by eye, ${EYE[reading.stage].name}` : trend === null ? (fresh ? 'just read' : 'read') : Math.abs(trend) < 0.5 ? 'steady' : `${trend < 0 ? 'falling' : 'rising'} ${show(Math.abs(trend), 'difference', units, 0).number}° a minute`;
  return (
    <button type="button" onClick={onRead} className="min-w-0 flex-1 self-start text-left" aria-label={`Read cup ${cup.letter}, ${reading ? degrees(reading.celsius, units) : 'not read'}`}>
      <span className={`figure block ${many ? 'text-[clamp(32px,3.1vw,42px)]' : 'text-[clamp(40px,4.8vw,60px)]'} leading-none ${fresh ? '' : 'text-soft'}`}>{reading ? degrees(reading.celsius, units) : '–°'}</span>
      <span className="hint mt-1 block">{word}{reading && !fresh ? `, ${lasting((now - reading.at) / 1000)} old` : ''}</span>
    </button>
  );
}

interface Props {
  cups: CupState[];
  /** those that must come to one heat */
  matched: CupState[];
  window: { low: number; high: number };
  units: ShopUnits;
  tolerance: number;
  stale: number;
  now: number;
  onRead: (key: string) => void;
  onCup: (key: string) => void;
}

export function Cups({ cups, matched, window, units, tolerance, stale, now, onRead, onCup }: Props) {
  return (
    <>
      <div className="flex gap-3">{cups.map((c) => <Big key={c.key} cup={c} units={units} now={now} stale={stale} many={cups.length > 2} onRead={() => onRead(c.key)} />)}</div>
      <HeatScale cups={cups} matched={matched} window={window} units={units} tolerance={tolerance} />
      <div className="mt-auto flex min-h-0 items-end gap-4">
        {cups.map((c) => <button key={c.key} type="button" onClick={() => onCup(c.key)} className="h-full max-h-44 min-w-0 flex-1" aria-label={`What is in cup ${c.letter}`}><CupDrawing cup={c} units={units} /></button>)}
      </div>
    </>
  );
}

export function CupCaptions({ cups, units }: { cups: CupState[]; units: ShopUnits }) {
  return (
    <div className="flex gap-4">
      {cups.map((c) => (
        <div key={c.key} className="min-w-0 flex-1">
          <p className="truncate font-bold">{c.letter} {c.name}</p>
          <p className="hint">{say(c.grams / GRADES[c.grade].density20, 'volume', units)}{c.trail.length > 1 ? `, ${c.trail.length} things in it` : ''}{c.fused ? '' : ', not fused'}</p>
        </div>
      ))}
    </div>
  );
}
