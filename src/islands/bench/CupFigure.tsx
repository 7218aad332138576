import { GRADES } from '../../core/material/grade.ts';
import { density, PLASTISOL } from '../../core/material/plastisol.ts';
import { say, show, degrees, lasting, clock } from '../../core/quantity/format.ts';
import type { ShopUnits } from '../../core/quantity/units.ts';
import { type CupState, type CupForecast, shownHeat, isFresh } from '../../core/session/index.ts';
import { EYE } from '../../core/session/words.ts';
import { airVolume } from '../../core/shot/cup.ts';
import { deviceFigure } from './Instruments.tsx';
import { type Device, deviceSays } from './useDevices.ts';

/** A measuring cup to proportion: level, fill limit, and the depth where a draw takes air. */
export function CupDrawing({ cup, units }: { cup: CupState; units: ShopUnits }) {
  const volume = cup.vessel?.volume ?? 500;
  const hot = cup.grams / density(cup.reading?.celsius ?? 20, GRADES[cup.grade].density20);
  const share = Math.min(1.05, hot / volume);
  const air = cup.vessel ? airVolume(cup.vessel) / volume : 0;
  const limit = cup.limitMl / volume;
  const [top, bottom] = [16, 184];
  const y = (share: number) => bottom - share * (bottom - top);
  const inset = (share: number) => 8 * (1 - share);
  const level = y(share);
  return (
    <svg
      viewBox="0 0 150 190"
      className="block max-h-full w-full"
      role="img"
      aria-label={`Cup ${cup.letter}: ${say(hot, 'volume', units)} of ${say(volume, 'volume', units)}`}
    >
      <path
        d={`M${10 + inset(share)} ${level}L18 ${bottom}H102L${110 - inset(share)} ${level}Z`}
        fill={cup.charges > 0 ? cup.colour : 'none'}
      />
      <path
        d="M4 8 10 14 18 184H102L110 14 116 8"
        className="line-art"
        style={{ strokeWidth: 2 }}
      />
      <path d="M109 46h8c14 0 20 14 20 34s-6 44-22 44h-9" className="line-art" />
      {[0.25, 0.5, 0.75].map((share) => (
        <path key={share} d={`M${22 + inset(share)} ${y(share)}h12`} className="line-art" />
      ))}
      <path
        d={`M${10 + inset(limit)} ${y(limit)}H${110 - inset(limit)}`}
        className="line-art"
        style={{ strokeDasharray: '5 4' }}
      />
      <path
        d={`M${10 + inset(air)} ${y(air)}H${110 - inset(air)}`}
        className="line-art"
        style={{ strokeDasharray: '2 3' }}
      />
    </svg>
  );
}
/**
 * A stage as a maker names it: milk, gel, and clear once it has been through fusion; set once it no
 * longer flows.
 */
const stageOf = (cup: CupState, celsius: number): string =>
  cup.fused
    ? celsius < PLASTISOL.noFlow
      ? 'set'
      : 'clear'
    : celsius < EYE.gel.low
      ? 'milk'
      : celsius < EYE.gel.high
        ? 'gel'
        : 'clearing';
/** What a cup is at now: as reckoned from all that is known of it, or as it was read. */

export const heatNow = (
  cup: CupState,
  seen: CupForecast | undefined,
  since: number,
): number | null => (seen ? shownHeat(seen, since) : (cup.reading?.celsius ?? null));
export function Big({
  cup,
  seen,
  device,
  since,
  units,
  now,
  stale,
  many,
  onRead,
}: {
  cup: CupState;
  seen: CupForecast | undefined;
  device: Device | undefined;
  since: number;
  units: ShopUnits;
  now: number;
  stale: number;
  many: boolean;
  onRead: () => void;
}) {
  const { reading } = cup;
  const celsius = heatNow(cup, seen, since);
  const fresh = isFresh(cup, now, stale);
  const spread = seen ? (seen.now.high - seen.now.low) / 2 : 0;
  const moving = !seen
    ? ''
    : Math.abs(seen.trend) < 0.5
      ? 'steady'
      : `${seen.trend < 0 ? 'falling' : 'rising'} ` +
        `${show(Math.abs(seen.trend), 'difference', units, 0).number}° a min`;
  const told = !reading
    ? 'not read'
    : reading.stage
      ? `by eye, ${EYE[reading.stage].name}`
      : `read ${degrees(reading.celsius, units)}${fresh ? '' : `, ${lasting((now - reading.at) / 1000)} ago`}`;
  // Time is short while colour goes in: how long until it must go back.
  const back =
    seen &&
    cup.fused &&
    !cup.inOven &&
    cup.charges > 0 &&
    seen.cold !== null &&
    seen.cold < 120 &&
    seen.now.celsius > 100
      ? Math.max(0, seen.cold - since)
      : null;
  const doubted = cup.doubt?.celsius ?? seen?.doubted ?? null;
  const inside =
    cup.inOven && cup.inOven.until > now
      ? `in the oven, ${clock((cup.inOven.until - now) / 1000)} left`
      : null;
  return (
    <button
      type="button"
      onClick={onRead}
      className="min-w-0 flex-1 self-start text-left"
      aria-label={`Read cup ${cup.letter}, ${celsius === null ? 'not read' : degrees(celsius, units)}`}
      data-cup={cup.letter}
      data-fused={cup.fused}
      data-heat={celsius === null ? '' : celsius.toFixed(2)}
    >
      <span
        className={
          `figure block ${many ? 'text-[clamp(32px,3.1vw,42px)]' : 'text-[clamp(40px,4.8vw,60px)]'} ` +
          `leading-none ${fresh || seen ? '' : 'text-soft'}`
        }
      >
        {celsius === null ? '–°' : degrees(celsius, units)}
      </span>
      <span className="mt-1 block leading-tight font-semibold">
        {inside ??
          (celsius === null
            ? ''
            : [
                stageOf(cup, celsius),
                ...(seen ? [`± ${show(Math.max(1, spread), 'difference', units, 0).number}°`] : []),
              ].join(', '))}
      </span>
      {doubted !== null ? (
        <span className="block leading-tight font-semibold text-watch" data-doubt>
          ◇{' '}
          {cup.doubt?.way === 'above'
            ? 'more than was expected: read again'
            : `${degrees(doubted, units)} was read, less than it can be: read again`}
        </span>
      ) : back !== null ? (
        <span className="block leading-tight font-semibold text-watch">
          {back > 0 ? `goes back in ${clock(back)}` : 'too cold to draw'}
        </span>
      ) : (
        <span className="hint block leading-tight">
          {inside || !moving ? told : many ? moving : `${moving}; ${told}`}
        </span>
      )}
      {device && <Probe device={device} units={units} now={now} />}
    </button>
  );
}
/** The instrument that stands in a cup, as it is heard. */
function Probe({ device, units, now }: { device: Device; units: ShopUnits; now: number }) {
  const says = deviceSays(device, now, deviceFigure(units));
  return (
    <span
      className={`block leading-tight ${says.wrong ? 'text-sm font-semibold text-watch' : 'hint'}`}
      data-probe
    >
      {device.standIn ? 'simulated ' : ''}
      {device.kind === 'scale' ? 'scale' : 'probe'} {says.text}
    </span>
  );
}
