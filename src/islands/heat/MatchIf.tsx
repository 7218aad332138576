import { useMemo, useState } from 'react';
import type { Matching } from '@/core/heat/index.ts';
import {
  cupBody,
  forecastBurst,
  forecastCooling,
  HANDS,
  justRead,
  matchCups,
  waitsBefore,
  Z80,
} from '@/core/heat/index.ts';
import { PLASTISOL } from '@/core/material/index.ts';
import { clock, degrees, degreesApart } from '@/core/quantity/index.ts';
import { ovenOf } from './BurstIf.tsx';
import type { Bench } from './parts.tsx';
import { from, Given, WhatIf } from './parts.tsx';

const LETTERS = ['A', 'B', 'C'] as const;

/** What is to be done, in order; a cup over its window is waited for. */
function saying({ bursts, draw }: Matching): string {
  if (bursts.length === 0)
    return draw === 0 ? 'They are together now: draw.' : `Wait; draw at ${clock(draw)}.`;
  const inTurn = bursts.map((b) => ({ ...b, oven: 0 }));
  const wait = (i: number): string => {
    const s = waitsBefore(inTurn, i, HANDS);
    return s > 0 ? `${i === 0 ? 'Wait' : 'wait'} ${clock(s)}, ` : '';
  };
  return `${bursts.map((b, i) => `${wait(i)}${LETTERS[b.cup]} ${b.seconds} s, stir`).join('; ')}; draw at ${clock(draw)}.`;
}

/** Which cup goes back, for how long, and when to draw. */
export function MatchIf(bench: Bench) {
  const { units, vessels, window, tolerance } = bench;
  const [n, setN] = useState(from(bench, 'n', 2));
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
  const put = (list: number[], i: number, v: number) => list.map((x, k) => (k === i ? v : x));
  const r = useMemo(() => {
    const cups = Array.from({ length: n }, (_, i) => ({
      body: cupBody(vessels[0]?.bore ?? 80, ml[i]!),
      heat: justRead(heats[i]!),
    }));
    const oven = ovenOf(power, 1, 1);
    const answer = matchCups(cups, oven, {
      low: window.low,
      high: window.high,
      apart: tolerance,
      ceiling: PLASTISOL.ceiling,
    });
    if (!answer.ok) return { answer, sds: [] };
    // How sure each heat is at the draw: what its burst and its wait may be off by.
    const sds = cups.map((c, i) => {
      const b = answer.matching.bursts.find((x) => x.cup === i);
      return b
        ? forecastBurst(c.body, c.heat, oven, b.seconds).sd
        : forecastCooling(c.body, c.heat, answer.matching.draw).sd;
    });
    return { answer, sds };
  }, [n, heats, ml, power, vessels, window, tolerance]);
  const m = r.answer.ok ? r.answer.matching : null;
  return (
    <WhatIf
      id="match"
      title="Matching cups"
      why={`The soonest draw at which all are in the window and ${degreesApart(tolerance, units)} or less apart. One in the microwave at a time; ${HANDS.change} s to change over, ${HANDS.stir} s to stir; a cup over the window is left to cool. Heats are those of the middle of the draw, ${HANDS.draws} s after it is begun.`}
      given={
        <>
          <label className="field">
            <span>Cups</span>
            <select className="box" value={n} onChange={(e) => setN(Number(e.target.value))}>
              <option value={2}>two</option>
              <option value={3}>three</option>
            </select>
          </label>
          <Given
            label="Microwave, watts"
            value={power}
            dimension="count"
            units={units}
            min={200}
            max={3000}
            set={setPower}
          />
          {LETTERS.slice(0, n).map((l, i) => (
            <div key={l} className="contents lg:grid lg:grid-cols-2 lg:gap-3">
              <Given
                label={`${l} is`}
                value={heats[i]!}
                dimension="temperature"
                units={units}
                min={20}
                max={205}
                set={(v) => setHeats(put(heats, i, v))}
              />
              <Given
                label={`${l} holds`}
                value={ml[i]!}
                dimension="volume"
                units={units}
                min={10}
                max={2000}
                set={(v) => setMl(put(ml, i, v))}
              />
            </div>
          ))}
        </>
      }
      numbers={
        m
          ? [
              [
                'Draw at',
                clock(m.draw),
                m.wait > 0 && m.bursts.length > 0
                  ? `the last ${m.wait} s of it waiting`
                  : m.wait > 0
                    ? 'once the hotter one is down in the window'
                    : 'straight after the last stir',
              ],
              ...LETTERS.slice(0, n).map((l, i): [string, string, string] => [
                `${l} at the draw`,
                degrees(m.heats[i]!, units),
                `± ${degreesApart(Z80 * (r.sds[i] ?? 0), units)}, eight times in ten`,
              ]),
            ]
          : [
              [
                'Draw at',
                'never',
                r.answer.ok
                  ? ''
                  : `${r.answer.why}${r.answer.least === null ? '' : `: ${degreesApart(r.answer.least, units)} apart at the nearest`}`,
              ],
            ]
      }
    >
      <p className="text-2xl font-bold leading-snug" data-match>
        {m ? saying(m) : 'They cannot be brought together.'}
      </p>
      {m && m.bursts.length > 0 && (
        <p className="hint mt-2">
          Read them again before the draw: with a microwave nobody has measured yet, the ranges
          overlap the window’s edge.
        </p>
      )}
    </WhatIf>
  );
}
