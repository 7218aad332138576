import { useMemo, useState } from 'react';
import type { Microwave } from '@/core/heat/index.ts';
import {
  coolsTo,
  cupBody,
  forecastBurst,
  justRead,
  longestSafeBurst,
  MICROWAVE,
} from '@/core/heat/index.ts';
import { PLASTISOL } from '@/core/material/index.ts';
import type { ShopUnits } from '@/core/quantity/index.ts';
import { clock, degrees, show } from '@/core/quantity/index.ts';
import { Curve } from '@/ui/Curve.tsx';
import type { Bench } from './parts.tsx';
import { from, Given, Pick, WattsGiven, WhatIf } from './parts.tsx';

/** Under this, °C, plastic is too thick to let its air go. */
const THICK = 160;
export const ovenOf = (power: number, level: number, cups: number): Microwave => ({
  power,
  level,
  cups,
  efficiency: cups > 1 ? MICROWAVE.two : MICROWAVE.one,
  dead: MICROWAVE.dead,
});
/** A heat in the shop's unit, not rounded to whole degrees: a curve of those has steps. */
export const shownHeat = (celsius: number, units: ShopUnits): number =>
  Number(show(celsius, 'temperature', units, 2).number);

/** What a burst does to a cup. */
export function BurstIf(bench: Bench) {
  const { units, vessels } = bench;
  const [value, setV] = useState(0);
  const [ml, setMl] = useState(from(bench, 'ml', 200));
  const [now, setNow] = useState(from(bench, 'now', 150));
  const [power, setPower] = useState(from(bench, 'watts', 900));
  const [level, setLevel] = useState(1);
  const [cups, setCups] = useState(1);
  const [seconds, setSeconds] = useState(20);
  const other = useMemo(() => {
    const body = cupBody(vessels[value]?.bore ?? 80, ml);
    const heat = justRead(now);
    const oven = ovenOf(power, level, cups);
    const one = forecastBurst(body, heat, { oven, seconds });
    const longest = Math.max(30, seconds * 1.6);
    return {
      one,
      safe: longestSafeBurst(body, heat, oven),
      thick: coolsTo(body, { plastic: Math.max(one.celsius, THICK + 1), glass: now - 10 }, THICK),
      points: Array.from({ length: 40 }, (_, k) => {
        const seconds = (longest * k) / 39;
        const forecast = forecastBurst(body, heat, { oven, seconds });
        return {
          x: seconds,
          y: shownHeat(forecast.celsius, units),
          low: shownHeat(forecast.low, units),
          high: shownHeat(forecast.high, units),
        };
      }),
    };
  }, [vessels, value, ml, now, power, level, cups, seconds, units]);
  return (
    <WhatIf
      id="burst"
      title="A burst"
      why={
        'Before this shop’s own microwave is learned, its efficiency may be a ' +
        'fifth off either way: so the range is wide.'
      }
      given={
        <>
          <Pick label="Cup" value={value} all={vessels} take={setV} />
          <Given
            label="Plastic in it, cold"
            of="volume"
            state={[ml, setMl]}
            range={[10, 4000]}
            units={units}
          />
          <Given
            label="Its heat now"
            of="temperature"
            state={[now, setNow]}
            range={[0, 205]}
            units={units}
          />
          <WattsGiven state={[power, setPower]} units={units} />
          <Given
            label="At power"
            of="share"
            state={[level, setLevel]}
            range={[0.1, 1]}
            units={units}
          />
          <Given
            label="Cups in it"
            of="count"
            state={[cups, (x) => setCups(Math.round(x))]}
            range={[1, 4]}
            units={units}
          />
          <Given
            label="Burst"
            of="time"
            state={[seconds, setSeconds]}
            range={[1, 600]}
            units={units}
          />
        </>
      }
      numbers={[
        [
          'After it, stirred',
          degrees(other.one.celsius, units),
          `${degrees(other.one.low, units)} to ${degrees(other.one.high, units)}, eight times in ten`,
        ],
        [
          'Longest safe burst',
          other.safe === 0 ? 'none' : `${other.safe} s`,
          `its hottest stays under ${degrees(PLASTISOL.ceiling, units)}, all but surely`,
        ],
        [
          `Then until ${degrees(THICK, units)}`,
          other.thick === null ? 'hours' : clock(other.thick),
          'on the bench, before it is too thick to let go of air',
        ],
      ]}
    >
      <Curve
        points={other.points}
        x="seconds in the microwave"
        y={show(0, 'temperature', units).unit}
        levels={[
          { at: shownHeat(PLASTISOL.fusion, units), name: 'fusion' },
          { at: shownHeat(PLASTISOL.ceiling, units), name: 'ceiling' },
        ]}
        at={seconds}
        label="Heat of the plastic against the length of the burst"
      />
    </WhatIf>
  );
}
