import { useState } from 'react';
import type { Stream } from '@/core/colour/index.ts';
import { bleedChance, lineOf } from '@/core/colour/index.ts';
import type { Runs } from '@/core/material/index.ts';
import { RUNS } from '@/core/material/index.ts';
import { degreesApart, show } from '@/core/quantity/index.ts';
import { Curve } from '@/ui/Curve.tsx';
import { shownHeat } from './BurstIf.tsx';
import type { Bench } from './parts.tsx';
import { from, Given, WhatIf } from './parts.tsx';

/** K a heat at the draw may be off. */
const DOUBT = 2;

/** Where the line between two colours lies, and whether it bleeds. */
export function LineIf(bench: Bench) {
  const { units, window, tolerance, odds } = bench;
  const middle = (window.low + window.high) / 2;
  const [back, setA] = useState(from(bench, 'a', middle));
  const [belly, setB] = useState(from(bench, 'b', middle));
  const [runs, setRuns] = useState<Runs>('alike');
  const [share, setShare] = useState(0.5);
  const [powders, setPowders] = useState(false);
  const streams = (x: number, y: number): Stream[] => [
    { share, celsius: x, runs: 'alike' },
    { share: 1 - share, celsius: y, runs },
  ];
  const line = (x: number, y: number) => lineOf(streams(x, y))[0]!;
  const bleed = (x: number, y: number, off = 0) =>
    100 * bleedChance(streams(x, y), tolerance, powders, odds.bleed.mean + off);
  const pct = (x: number) => `${(100 * x).toFixed(1)} %`;
  const points = Array.from({ length: 31 }, (_, k) => {
    const apart = k - 15;
    const all = [
      bleed(back, back + apart),
      ...[-1, 1].flatMap((side) => [
        bleed(back, back + apart - DOUBT, side * odds.bleed.sd),
        bleed(back, back + apart + DOUBT, side * odds.bleed.sd),
      ]),
    ];
    return {
      x: shownHeat(back + apart, units),
      y: all[0]!,
      low: Math.min(...all),
      high: Math.max(...all),
    };
  });
  const lines = [
    line(back, belly),
    line(back - DOUBT, belly + DOUBT),
    line(back + DOUBT, belly - DOUBT),
  ];
  return (
    <WhatIf
      id="line"
      title="The colour line"
      why={
        'Where two colours meet near the port, by their heats leaving the barrels and how ' +
        'they run on the blade. Heat alone moves the line little; what ' +
        `${degreesApart(tolerance, units)} between cups is allowed for is bleed.`
      }
      given={
        <>
          <Given
            label="A leaves at"
            of="temperature"
            state={[back, setA]}
            range={[120, 205]}
            units={units}
          />
          <Given
            label="B leaves at"
            of="temperature"
            state={[belly, setB]}
            range={[120, 205]}
            units={units}
          />
          <Given
            label="A’s share of the push"
            of="share"
            state={[share, setShare]}
            range={[0.1, 0.9]}
            units={units}
          />
          <label className="field">
            <span>On the blade, B runs</span>
            <select
              className="box"
              value={runs}
              onChange={(change) => setRuns(change.target.value as Runs)}
            >
              {Object.keys(RUNS).map((run) => (
                <option key={run} value={run}>
                  {run === 'alike' ? 'like A' : `${run} than A`}
                </option>
              ))}
            </select>
          </label>
          <label className="flex min-h-11 items-center gap-2">
            <input
              type="checkbox"
              className="size-5"
              checked={powders}
              onChange={(change) => setPowders(change.target.checked)}
            />
            Powder or flake in one
          </label>
        </>
      }
      numbers={[
        [
          'A takes of the thickness',
          pct(lines[0]!),
          `${pct(Math.min(...lines))} to ${pct(Math.max(...lines))}, the heats ` +
            `${degreesApart(DOUBT, units)} off either way`,
        ],
        ['Along the bait, in the mean', pct(share), 'its barrel’s share, whatever the line does'],
        [
          'Bled lines',
          `${Math.round(bleed(back, belly))} in 100`,
          bleed(back, belly) > 50
            ? 'Wanted as a look? Then write the heats down.'
            : `${Math.round(bleed(back, belly, odds.bleed.sd))} to ` +
              `${Math.round(bleed(back, belly, -odds.bleed.sd))}, by what the shop has learned of its lines`,
        ],
      ]}
    >
      <Curve
        points={points}
        x={`B, ${show(0, 'temperature', units).unit}`}
        y="bled, in 100"
        at={shownHeat(belly, units)}
        label="Bled lines in a hundred against the heat of the second colour"
      />
    </WhatIf>
  );
}
