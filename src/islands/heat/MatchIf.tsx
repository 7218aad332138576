import { useMemo, useState } from 'react';
import type { Matching } from '@/core/heat/index.ts';
import { Z80 } from '@/core/quantiles.ts';
import {
  cupBody,
  forecastBurst,
  forecastCooling,
  HANDS,
  justRead,
  matchCups,
  waitsBefore,
} from '@/core/heat/index.ts';
import { PLASTISOL } from '@/core/material/index.ts';
import { clock, degrees, degreesApart } from '@/core/quantity/index.ts';
import { ovenOf } from './BurstIf.tsx';
import type { Bench } from './parts.tsx';
import { from, Given, WattsGiven, WhatIf } from './parts.tsx';

const LETTERS = ['A', 'B', 'C'] as const;

/** What is to be done, in order; a cup over its window is waited for. */
function saying({ bursts, draw }: Matching): string {
  if (bursts.length === 0)
    return draw === 0 ? 'They are together now: draw.' : `Wait; draw at ${clock(draw)}.`;
  const inTurn = bursts.map((burst) => ({ ...burst, oven: 0 }));
  const wait = (i: number): string => {
    const seconds = waitsBefore(inTurn, i, HANDS);
    return seconds > 0 ? `${i === 0 ? 'Wait' : 'wait'} ${clock(seconds)}, ` : '';
  };
  return (
    `${bursts.map((burst, i) => `${wait(i)}${LETTERS[burst.cup]} ${burst.seconds} s, stir`).join('; ')}; ` +
    `draw at ${clock(draw)}.`
  );
}

/** Which cup goes back, for how long, and when to draw. */
export function MatchIf(bench: Bench) {
  const { units, vessels, window, tolerance } = bench;
  const [count, setN] = useState(from(bench, 'n', 2));
  const [heats, setHeats] = useState([
    from(bench, 'a', 162),
    from(bench, 'b', 151),
    from(bench, 'c', 156),
  ]);
  const [ml, setMl] = useState([
    from(bench, 'ml0', 180),
    from(bench, 'ml1', 150),
    from(bench, 'ml2', 160),
  ]);
  const [power, setPower] = useState(from(bench, 'watts', 900));
  const put = (list: number[], i: number, value: number) =>
    list.map((x, k) => (k === i ? value : x));
  const other = useMemo(() => {
    const cups = Array.from({ length: count }, (_, i) => ({
      body: cupBody(vessels[0]?.bore ?? 80, ml[i]!),
      heat: justRead(heats[i]!),
    }));
    const oven = ovenOf(power, 1, 1);
    const answer = matchCups(cups, oven, {
      wanted: {
        low: window.low,
        high: window.high,
        apart: tolerance,
        ceiling: PLASTISOL.ceiling,
      },
    });
    if (!answer.ok) return { answer, sds: [] };
    // How sure each heat is at the draw: what its burst and its wait may be off by.
    const sds = cups.map((cup, i) => {
      const burst = answer.matching.bursts.find((burst) => burst.cup === i);
      return burst
        ? forecastBurst(cup.body, cup.heat, { oven, seconds: burst.seconds }).sd
        : forecastCooling(cup.body, cup.heat, answer.matching.draw).sd;
    });
    return { answer, sds };
  }, [count, heats, ml, power, vessels, window, tolerance]);
  const matching = other.answer.ok ? other.answer.matching : null;
  return (
    <WhatIf
      id="match"
      title="Matching cups"
      why={
        'The soonest draw at which all are in the window and ' +
        `${degreesApart(tolerance, units)} or less apart. One in the microwave at a time; ` +
        `${HANDS.change} s to change over, ${HANDS.stir} s to stir; a cup over the window is ` +
        `left to cool. Heats are those of the middle of the draw, ${HANDS.draws} s after it is begun.`
      }
      given={
        <>
          <label className="field">
            <span>Cups</span>
            <select
              className="box"
              value={count}
              onChange={(change) => setN(Number(change.target.value))}
            >
              <option value={2}>two</option>
              <option value={3}>three</option>
            </select>
          </label>
          <WattsGiven state={[power, setPower]} units={units} />
          {LETTERS.slice(0, count).map((letter, i) => (
            <div key={letter} className="contents lg:grid lg:grid-cols-2 lg:gap-3">
              <Given
                label={`${letter} is`}
                of="temperature"
                state={[heats[i]!, (value) => setHeats(put(heats, i, value))]}
                range={[20, 205]}
                units={units}
              />
              <Given
                label={`${letter} holds`}
                of="volume"
                state={[ml[i]!, (value) => setMl(put(ml, i, value))]}
                range={[10, 2000]}
                units={units}
              />
            </div>
          ))}
        </>
      }
      numbers={
        matching
          ? [
              [
                'Draw at',
                clock(matching.draw),
                matching.wait > 0 && matching.bursts.length > 0
                  ? `the last ${matching.wait} s of it waiting`
                  : matching.wait > 0
                    ? 'once the hotter one is down in the window'
                    : 'straight after the last stir',
              ],
              ...LETTERS.slice(0, count).map((letter, i): [string, string, string] => [
                `${letter} at the draw`,
                degrees(matching.heats[i]!, units),
                `± ${degreesApart(Z80 * (other.sds[i] ?? 0), units)}, eight times in ten`,
              ]),
            ]
          : [
              [
                'Draw at',
                'never',
                other.answer.ok
                  ? ''
                  : other.answer.why +
                    (other.answer.least === null
                      ? ''
                      : `: ${degreesApart(other.answer.least, units)} apart at the nearest`),
              ],
            ]
      }
    >
      <p className="text-2xl font-bold leading-snug" data-match>
        {matching ? saying(matching) : 'They cannot be brought together.'}
      </p>
      {matching && matching.bursts.length > 0 && (
        <p className="hint mt-2">
          Read them again before the draw: with a microwave nobody has measured yet, the ranges
          overlap the window’s edge.
        </p>
      )}
    </WhatIf>
  );
}
