import { useMemo, useState } from 'react';
import type { Thin, Way } from '@/core/heat/index.ts';
import {
  CONTACT,
  filling,
  heatToReach,
  pressureOf,
  PUSH,
  PUSH_RATE,
  pushed,
  reachOf,
} from '@/core/heat/index.ts';
import { usualInMould } from '@/core/plan/heatInMould.ts';
import { degrees, degreesApart, say, show } from '@/core/quantity/index.ts';
import { Curve } from '@/ui/Curve.tsx';
import { shownHeat } from './BurstIf.tsx';
import type { Bench } from './parts.tsx';
import { from, Given, ShotAndMetal, WhatIf } from './parts.tsx';

/** K the mould is made warmer by, to see what that buys. */
const WARMER = 10;
/** Bore of a usual runner, mm. */
const RUNNER = 8;

/** How far plastic runs into a thin tail. */
export function FillIf(bench: Bench) {
  const { units, window } = bench;
  const [shape, setShape] = useState<Thin['shape']>('slab');
  const [across, setAcross] = useState(1);
  const [length, setLength] = useState(60);
  const [bore, setBore] = useState(from(bench, 'bore', 32));
  const [barrels, setBarrels] = useState(2);
  const [body, setBody] = useState(60);
  const [thick, setThick] = useState(12);
  const [cavities, setCavities] = useState(8);
  const [runner, setRunner] = useState(100);
  const [wide, setWide] = useState(6);
  const [shot, setShot] = useState(usualInMould(window));
  const [metal, setMetal] = useState(from(bench, 'metal', 40));
  const other = useMemo(() => {
    const thin = { shape, across, wide };
    const hand = (times: number) =>
      pressureOf(
        PUSH.newtons * times,
        Array.from({ length: barrels }, () => bore),
      );
    /** A softer hand pushes slower too, a harder one faster. */
    const way = (times: number): Way => {
      const [whole, each] = [PUSH_RATE * times, (PUSH_RATE * times) / cavities];
      const feed = runner > 0 ? [{ bore: RUNNER, length: runner, flow: (whole + each) / 2 }] : [];
      return { flow: each, channels: [...feed, { bore: thick, length: body, flow: each }] };
    };
    const hands = [
      { times: 1, contact: CONTACT },
      { times: 1 / PUSH.spread, contact: 2500 },
      { times: PUSH.spread, contact: 1000 },
    ];
    const reach = (celsius: number, to = metal) =>
      hands.map(({ times, contact }) =>
        reachOf(thin, {
          shot: celsius,
          metal: to,
          pressure: hand(times),
          contact,
          way: way(times),
        }),
      ) as [number, number, number];
    const heats = Array.from({ length: 13 }, (_, k) => 140 + k * 4.5);
    const arrives = pushed(way(1), { shot, metal, pressure: hand(1) });
    return {
      now: reach(shot),
      warmer: reach(shot, metal + WARMER),
      arrives: arrives?.arrived.celsius ?? null,
      seconds: filling(thin, {
        shot,
        metal,
        pressure: hand(1),
        contact: CONTACT,
        way: way(1),
      }).at.at(-1)!,
      heat: hands.map(({ times, contact }) =>
        heatToReach(thin, length, { metal, pressure: hand(times), contact, way: way(times) }),
      ),
      points: heats.map((celsius) => {
        const [y, low, high] = reach(celsius);
        return { celsius, y, low, high };
      }),
    };
  }, [shape, across, wide, length, bore, barrels, shot, metal, body, thick, cavities, runner]);
  const mm = (x: number) => say(x, 'length', units);
  const heat = (x: number | null | undefined) =>
    x == null ? 'no heat under the ceiling' : degrees(x, units);
  return (
    <WhatIf
      id="fill"
      title="A thin tail filling"
      why={
        'How far plastic runs before its skin closes, pushed by one hand, after what it loses in ' +
        'runner and body while all cavities fill. A softer hand and a better touch of the metal ' +
        'shorten it, a harder one and a worse touch lengthen it.'
      }
      given={
        <>
          <label className="field">
            <span>Tail</span>
            <select
              className="box"
              value={shape}
              onChange={(change) => setShape(change.target.value as Thin['shape'])}
            >
              <option value="slab">flat</option>
              <option value="round">round</option>
            </select>
          </label>
          <Given
            label="Thickness"
            of="length"
            state={[across, setAcross]}
            range={[0.3, 10]}
            units={units}
          />
          {shape === 'slab' && (
            <Given
              label="Width"
              of="length"
              state={[wide, setWide]}
              range={[1, 100]}
              units={units}
            />
          )}
          <Given
            label="Length to fill"
            of="length"
            state={[length, setLength]}
            range={[1, 500]}
            units={units}
          />
          <Given
            label="Body before it, long"
            of="length"
            state={[body, setBody]}
            range={[1, 400]}
            units={units}
          />
          <Given
            label="and thick"
            of="length"
            state={[thick, setThick]}
            range={[1, 60]}
            units={units}
          />
          <Given
            label="Runner before that"
            of="length"
            state={[runner, setRunner]}
            range={[0, 500]}
            units={units}
          />
          <Given
            label="Cavities filling at once"
            of="count"
            state={[cavities, setCavities]}
            range={[1, 24]}
            units={units}
          />
          <Given
            label="Barrel bore"
            of="length"
            state={[bore, setBore]}
            range={[10, 80]}
            units={units}
          />
          <label className="field">
            <span>Barrels pushed together</span>
            <select
              className="box"
              value={barrels}
              onChange={(change) => setBarrels(Number(change.target.value))}
            >
              {[1, 2, 3].map((count) => (
                <option key={count} value={count}>
                  {count}
                </option>
              ))}
            </select>
          </label>
          <ShotAndMetal
            units={units}
            shot={[shot, setShot]}
            metal={[metal, setMetal]}
            hottest={105}
          />
        </>
      }
      numbers={[
        [
          'Runs in',
          mm(other.now[0]),
          `${mm(other.now[1])} to ${mm(other.now[2])}; ` +
            (other.arrives === null
              ? 'nothing gets so far'
              : `it comes there at ${degrees(other.arrives, units)} and stops after ` +
                `${other.seconds.toFixed(1)} s`),
        ],
        [
          'To fill it',
          heat(other.heat[0]),
          `${heat(other.heat[2])} (harder) to ${heat(other.heat[1])} (softer)`,
        ],
        [
          `${degreesApart(WARMER, units)} warmer metal`,
          mm(other.warmer[0]),
          'what warming the mould buys',
        ],
      ]}
    >
      <Curve
        points={other.points.map(({ celsius, y, low, high }) => {
          const at = (x: number) => Number(show(x, 'length', units).number);
          return { x: shownHeat(celsius, units), y: at(y), low: at(low), high: at(high) };
        })}
        x={`shot, ${show(0, 'temperature', units).unit}`}
        y={show(0, 'length', units).unit}
        levels={[{ at: Number(show(length, 'length', units).number), name: 'to fill' }]}
        at={shownHeat(shot, units)}
        label="How far plastic runs into the tail against the heat of the shot"
      />
    </WhatIf>
  );
}
