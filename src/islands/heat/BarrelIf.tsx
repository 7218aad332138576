import { useState, useMemo } from 'react';
import { barrelCooling, barrelGood, at, BARREL, lastCavity } from '../../core/heat/barrel.ts';
import { degreesApart, clock, degrees, show } from '../../core/quantity/format.ts';
import { Curve } from '../../ui/Curve.tsx';
import { shownHeat } from './BurstIf.tsx';
import { type Bench, from, WhatIf, Given } from './parts.tsx';

/** s each port of a mould takes, with the move to the next. */
const EACH = 9;
/** K by which nobody knows a barrel’s heat (judgement). */
const UNSURE = 15;
/** A draw standing in its barrels. */
export function BarrelIf(bench: Bench) {
  const { units, window } = bench;
  const [bore, setBore] = useState(from(bench, 'bore', 32));
  const [drawn, setDrawn] = useState(from(bench, 'drawn', (window.low + window.high) / 2));
  const [metal, setMetal] = useState(from(bench, 'barrel', 55));
  const [count, setN] = useState(8);
  const runs = useMemo(
    () =>
      [metal, metal - UNSURE, metal + UNSURE].map((celsius) =>
        barrelCooling(bore, { from: drawn, metal: celsius, room: 20, until: 120 }),
      ),
    [bore, drawn, metal],
  );
  const good = runs.map((run) => barrelGood(run));
  const points = Array.from({ length: 40 }, (_, k) => {
    const seconds = 3 * k;
    const all = runs.map((run) => at(run, 'mean', seconds));
    return {
      x: seconds,
      y: shownHeat(all[0]!, units),
      low: shownHeat(Math.min(...all), units),
      high: shownHeat(Math.max(...all), units),
    };
  });
  return (
    <WhatIf
      id="barrel"
      title="A draw in its barrels"
      why={
        'A skin sets at the wall while the middle stays hot: what leaves the barrel is colder ' +
        `than the cup was. The range is the barrel ${degreesApart(UNSURE, units)} colder or warmer.`
      }
      given={
        <>
          <Given label="Bore" of="length" state={[bore, setBore]} range={[10, 80]} units={units} />
          <Given
            label="Drawn at"
            of="temperature"
            state={[drawn, setDrawn]}
            range={[120, 205]}
            units={units}
          />
          <Given
            label="Barrel is"
            of="temperature"
            state={[metal, setMetal]}
            range={[0, 130]}
            units={units}
          />
          <Given
            label="Cavities, a port each"
            of="count"
            state={[count, (x) => setN(Math.round(x))]}
            range={[1, 48]}
            units={units}
          />
        </>
      }
      numbers={[
        [
          'Good for',
          clock(good[0]!),
          `${clock(good[1]!)} to ${clock(good[2]!)}; until what leaves it is under ${degrees(BARREL.least, units)}`,
        ],
        [
          'Cavities that take',
          `${lastCavity(good[0]!, EACH / 2, EACH, count)} of ${count}`,
          `${lastCavity(good[1]!, EACH / 2, EACH, count)} to ` +
            `${lastCavity(good[2]!, EACH / 2, EACH, count)}, ${EACH} s each`,
        ],
        [
          'After half a minute',
          degrees(at(runs[0]!, 'mean', 30), units),
          `leaves it; ${Math.round(100 * at(runs[0]!, 'stiff', 30))} % no longer flows`,
        ],
      ]}
    >
      <Curve
        points={points}
        x="seconds after the draw"
        y={show(0, 'temperature', units).unit}
        levels={[{ at: shownHeat(BARREL.least, units), name: 'coldest any school shoots' }]}
        at={good[0]}
        label="Heat of what leaves the barrel"
      />
    </WhatIf>
  );
}
