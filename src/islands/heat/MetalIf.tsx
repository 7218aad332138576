import { useMemo, useState } from 'react';
import {
  at,
  barrelCooling,
  barrelGood,
  BARREL,
  cycleFor,
  evening,
  lastCavity,
  metalBody,
  opensAt,
  shotHeat,
  shotsLost,
  STANDS,
  steadyMetal,
  TOO_HOT,
  warmTime,
  windowDown,
} from '@/core/heat/index.ts';
import type { MouldHeat, Stand } from '@/core/heat/index.ts';
import { clock, degrees, degreesApart, show } from '@/core/quantity/index.ts';
import { Curve } from '@/ui/Curve.tsx';
import { shownHeat } from './BurstIf.tsx';
import type { Bench } from './parts.tsx';
import { from, Given, Pick, WhatIf } from './parts.tsx';

/** Shots an evening is followed for, and the share hands may be quicker or slower. */
const SHOTS = 24;
const HANDS_OFF = 0.3;
const said = (x: number | null) => (x === null ? 'never' : x < 1 ? 'now' : clock(x));

/** A mould's own heat: warming it, what the evening does to it, when the window can come down, when it must rest. */
export function MetalIf(bench: Bench) {
  const { units, moulds, window } = bench;
  const [i, setI] = useState(
    Math.max(
      0,
      moulds.findIndex((m) => m.name === bench.start.mould),
    ),
  );
  const [room, setRoom] = useState(from(bench, 'room', 18));
  const [shot, setShot] = useState(from(bench, 'shot', (window.low + window.high) / 2));
  const [hands, setHands] = useState(from(bench, 'hands', 120));
  const [stand, setStand] = useState<Stand>('wood');
  const m = moulds[i];
  const heat = useMemo(
    (): MouldHeat | null =>
      m
        ? {
            metal: m.metal,
            grams: m.mass,
            body: metalBody(m.metal, m.mass, m.width, m.height),
            section: m.section,
            skin: m.skin,
            shot: m.shot,
          }
        : null,
    [m],
  );
  const runs = useMemo(
    () =>
      heat && m
        ? [hands, hands * (1 + HANDS_OFF), hands * (1 - HANDS_OFF)].map((h) =>
            evening(heat, SHOTS, m.warmTo, shot, room, h, stand),
          )
        : null,
    [heat, m, hands, shot, room, stand],
  );
  if (!m || !heat || !runs) return null;
  const [usual, slow, quick] = runs as [(typeof runs)[0], (typeof runs)[0], (typeof runs)[0]];
  const last = usual.at(-1)!;
  const rest = usual.find((c) => c.rested > 0);
  const lost = shotsLost(room, m.warmTo);
  const joules = shotHeat(m.shot, shot, 75);
  const points = usual.map((c, k) => {
    const all = [c.before, slow[k]!.before, quick[k]!.before];
    return {
      x: k + 1,
      y: shownHeat(c.before, units),
      low: shownHeat(Math.min(...all), units),
      high: shownHeat(Math.max(...all), units),
    };
  });
  const steady = steadyMetal(
    heat.body,
    joules,
    (opensAt(heat, shot, 45, room).open ?? 120) + hands,
    room,
    stand,
  );
  return (
    <WhatIf
      id="metal"
      title="A mould’s own heat"
      why={`From ${degrees(room, units)} in the shop, warmed to its own ${degrees(m.warmTo, units)}, then shot after shot. ${lost > 0 ? `Shot cold, about ${lost} first ${lost === 1 ? 'shot' : 'shots'} would be lost.` : 'Even cold it is near its own heat.'}`}
      given={
        <>
          <Pick label="Mould" value={i} all={moulds} take={setI} />
          <Given
            label="The shop is"
            value={room}
            dimension="temperature"
            units={units}
            min={-10}
            max={40}
            set={setRoom}
          />
          <Given
            label="Shot at"
            value={shot}
            dimension="temperature"
            units={units}
            min={120}
            max={205}
            set={setShot}
          />
          <Given
            label="Hands between shots"
            value={hands}
            dimension="time"
            units={units}
            min={5}
            max={1800}
            set={setHands}
          />
          <label className="field">
            <span>It stands on</span>
            <select
              className="box"
              value={stand}
              onChange={(e) => setStand(e.target.value as Stand)}
            >
              {(Object.keys(STANDS) as Stand[]).map((s) => (
                <option key={s} value={s}>
                  {STANDS[s].name}
                </option>
              ))}
            </select>
          </label>
        </>
      }
      numbers={[
        [
          'To warm it',
          `${said(warmTime(heat.body, room, m.warmTo, room, 'plate'))}`,
          `on the plate; ${said(warmTime(heat.body, room, m.warmTo, room, 'gun'))} under the gun`,
        ],
        [
          `At shot ${SHOTS}`,
          degrees(last.before, units),
          `${degrees(slow.at(-1)!.before, units)} to ${degrees(quick.at(-1)!.before, units)} by the hands; for good ${degrees(Math.min(steady, 200), units)}`,
        ],
        [
          'The window comes down',
          degreesApart(windowDown(3, shot, m.warmTo, last.before), units),
          `by shot ${SHOTS}; from shot ${Math.max(2, usual.findIndex((c) => windowDown(3, shot, m.warmTo, c.before) >= 1) + 1)} on`,
        ],
        [
          'Rest it',
          rest ? `at shot ${usual.indexOf(rest) + 1}` : 'not tonight',
          rest
            ? `for ${clock(rest.rested)}; a cycle of ${clock(cycleFor(heat.body, joules, 60, room, stand))} needs no rest`
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
  const [n, setN] = useState(8);
  const runs = useMemo(
    () =>
      [metal, metal - UNSURE, metal + UNSURE].map((c) => barrelCooling(bore, drawn, c, 20, 120)),
    [bore, drawn, metal],
  );
  const good = runs.map((r) => barrelGood(r));
  const points = Array.from({ length: 40 }, (_, k) => {
    const t = 3 * k;
    const all = runs.map((r) => at(r, 'mean', t));
    return {
      x: t,
      y: shownHeat(all[0]!, units),
      low: shownHeat(Math.min(...all), units),
      high: shownHeat(Math.max(...all), units),
    };
  });
  return (
    <WhatIf
      id="barrel"
      title="A draw in its barrels"
      why={`A skin sets at the wall while the middle stays hot: what leaves the barrel is colder than the cup was. The range is the barrel ${degreesApart(UNSURE, units)} colder or warmer.`}
      given={
        <>
          <Given
            label="Bore"
            value={bore}
            dimension="length"
            units={units}
            min={10}
            max={80}
            set={setBore}
          />
          <Given
            label="Drawn at"
            value={drawn}
            dimension="temperature"
            units={units}
            min={120}
            max={205}
            set={setDrawn}
          />
          <Given
            label="Barrel is"
            value={metal}
            dimension="temperature"
            units={units}
            min={0}
            max={130}
            set={setMetal}
          />
          <Given
            label="Cavities, a port each"
            value={n}
            dimension="count"
            units={units}
            min={1}
            max={48}
            set={(x) => setN(Math.round(x))}
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
          `${lastCavity(good[0]!, EACH / 2, EACH, n)} of ${n}`,
          `${lastCavity(good[1]!, EACH / 2, EACH, n)} to ${lastCavity(good[2]!, EACH / 2, EACH, n)}, ${EACH} s each`,
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
