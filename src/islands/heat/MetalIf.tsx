import { Choice } from '@/ui/Choice.tsx';
import { useMemo, useState } from 'react';
import {
  cycleFor,
  evening,
  metalBody,
  opensAt,
  shotJoules,
  shotsLost,
  STANDS,
  steadyMetal,
  TOO_HOT,
  warmTime,
  windowDown,
} from '@/core/heat/index.ts';
import type { MouldHeat, Stand } from '@/core/heat/index.ts';
import { usualInMould } from '@/core/plan/heatInMould.ts';
import { clock, degrees, degreesApart, show } from '@/core/quantity/index.ts';
import { Curve } from '@/ui/Curve.tsx';
import { shownHeat } from './BurstIf.tsx';
import type { Bench } from './parts.tsx';
import { from, Given, Pick, WhatIf } from './parts.tsx';

/** Shots an evening is followed for, and the share hands may be quicker or slower. */
const SHOTS = 24;
const HANDS_OFF = 0.3;
const said = (x: number | null) => (x === null ? 'never' : x < 1 ? 'now' : clock(x));

/**
 * A mould's own heat: warming it, what the evening does to it, when the window can come down, when
 * it must rest.
 */
export function MetalIf(bench: Bench) {
  const { units, moulds, window } = bench;
  const [chosen, setI] = useState(
    Math.max(
      0,
      moulds.findIndex((mould) => mould.name === bench.start.mould),
    ),
  );
  const [room, setRoom] = useState(from(bench, 'room', 18));
  const [shot, setShot] = useState(from(bench, 'shot', usualInMould(window)));
  const [hands, setHands] = useState(from(bench, 'hands', 120));
  const [stand, setStand] = useState<Stand>('wood');
  const mould = moulds[chosen];
  const heat = useMemo(
    (): MouldHeat | null =>
      mould
        ? {
            metal: mould.metal,
            grams: mould.mass,
            body: metalBody(mould.metal, mould.mass, mould.width, mould.height),
            section: mould.section,
            skin: mould.skin,
            shot: mould.shot,
          }
        : null,
    [mould],
  );
  const runs = useMemo(
    () =>
      heat && mould
        ? [hands, hands * (1 + HANDS_OFF), hands * (1 - HANDS_OFF)].map((seconds) =>
            evening(heat, { shots: SHOTS, start: mould.warmTo, shot, room, hands: seconds, stand }),
          )
        : null,
    [heat, mould, hands, shot, room, stand],
  );
  if (!mould || !heat || !runs) return null;
  const [usual, slow, quick] = runs as [(typeof runs)[0], (typeof runs)[0], (typeof runs)[0]];
  const last = usual.at(-1)!;
  const rest = usual.find((cycle) => cycle.rested > 0);
  const lost = shotsLost(room, mould.warmTo);
  const joules = shotJoules(mould.shot, shot, 75);
  const points = usual.map((cycle, k) => {
    const all = [cycle.before, slow[k]!.before, quick[k]!.before];
    return {
      x: k + 1,
      y: shownHeat(cycle.before, units),
      low: shownHeat(Math.min(...all), units),
      high: shownHeat(Math.max(...all), units),
    };
  });
  const steady = steadyMetal(heat.body, {
    joules,
    cycle: (opensAt(heat, shot, 45, room).open ?? 120) + hands,
    room,
    stand,
  });
  return (
    <WhatIf
      id="metal"
      title="A mould’s own heat"
      why={
        `From ${degrees(room, units)} in the shop, warmed to its own ` +
        `${degrees(mould.warmTo, units)}, then shot after shot. ` +
        (lost > 0
          ? `Shot cold, about ${lost} first ${lost === 1 ? 'shot' : 'shots'} would be lost.`
          : 'Even cold it is near its own heat.')
      }
      given={
        <>
          <Pick label="Mould" value={chosen} all={moulds} take={setI} />
          <Given
            label="The shop is"
            of="temperature"
            state={[room, setRoom]}
            range={[-10, 40]}
            units={units}
          />
          <Given
            label="Shot at"
            of="temperature"
            state={[shot, setShot]}
            range={[120, 205]}
            units={units}
          />
          <Given
            label="Hands between shots"
            of="time"
            state={[hands, setHands]}
            range={[5, 1800]}
            units={units}
          />
          <Choice label="It stands on" value={stand} of={STANDS} onChange={setStand} />
        </>
      }
      numbers={[
        [
          'To warm it',
          `${said(warmTime(heat.body, { from: room, to: mould.warmTo, room, by: 'plate' }))}`,
          `on the plate; ${said(warmTime(heat.body, { from: room, to: mould.warmTo, room, by: 'gun' }))} under the gun`,
        ],
        [
          `At shot ${SHOTS}`,
          degrees(last.before, units),
          `${degrees(slow.at(-1)!.before, units)} to ${degrees(quick.at(-1)!.before, units)} by ` +
            `the hands; for good ${degrees(Math.min(steady, 200), units)}`,
        ],
        [
          'The window comes down',
          degreesApart(windowDown(3, shot, mould.warmTo, last.before), units),
          `by shot ${SHOTS}; from shot ` +
            `${Math.max(2, usual.findIndex((cycle) => windowDown(3, shot, mould.warmTo, cycle.before) >= 1) + 1)} on`,
        ],
        [
          'Rest it',
          rest ? `at shot ${usual.indexOf(rest) + 1}` : 'not tonight',
          rest
            ? `for ${clock(rest.rested)}; a cycle of ` +
              `${clock(cycleFor(heat.body, { joules, under: 60, room, stand }))} needs no rest`
            : `too hot to hold from ${degrees(TOO_HOT, units)}`,
        ],
      ]}
    >
      <Curve
        points={points}
        x="shot"
        y={`metal, ${show(0, 'temperature', units).unit}`}
        levels={[{ at: shownHeat(TOO_HOT, units), name: 'too hot to hold' }]}
        at={SHOTS}
        label="Heat of the mould as each shot goes in"
      />
    </WhatIf>
  );
}
