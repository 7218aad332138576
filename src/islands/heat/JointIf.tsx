import { useState } from 'react';
import {
  bodyHeatFor,
  CONTACT,
  contactHeat,
  freezeTime,
  JOINT,
  jointChance,
} from '@/core/heat/index.ts';
import { degrees, degreesApart, show } from '@/core/quantity/index.ts';
import { Curve } from '@/ui/Curve.tsx';
import { shownHeat } from './BurstIf.tsx';
import type { Bench } from './parts.tsx';
import { from, Given, ShotAndMetal, WhatIf } from './parts.tsx';

/** How hot the body must be for a sound joint. */
export function JointIf(bench: Bench) {
  const {
    units,
    odds: { joint },
  } = bench;
  const [insert, setInsert] = useState(from(bench, 'insert', 25));
  const [body, setBody] = useState(182);
  const chance = (body: number, off = 0) =>
    Math.round(1000 * jointChance(body, insert, joint.mean + off)) / 10;
  const points = Array.from({ length: 41 }, (_, k) => {
    const body = 150 + k * 1.25;
    return {
      x: shownHeat(body, units),
      y: chance(body),
      low: chance(body, joint.sd),
      high: chance(body, -joint.sd),
    };
  });
  return (
    <WhatIf
      id="joint"
      title="A joint on an insert"
      why={
        'Body and insert meet between their heats; the joint takes when that is about ' +
        `${degrees(joint.mean, units)} or more. Warming the inserts buys as many degrees of the body.`
      }
      given={
        <>
          <Given
            label="Inserts are"
            of="temperature"
            state={[insert, setInsert]}
            range={[-5, 90]}
            units={units}
          />
          <Given
            label="Body is shot at"
            of="temperature"
            state={[body, setBody]}
            range={[120, 205]}
            units={units}
          />
        </>
      }
      numbers={[
        [
          'Wanted of the body',
          degrees(bodyHeatFor(insert, JOINT.sound, joint.mean), units),
          'for 80 sound in 100; ' +
            `${degrees(bodyHeatFor(insert, JOINT.sound, joint.mean - joint.sd), units)} to ` +
            `${degrees(bodyHeatFor(insert, JOINT.sound, joint.mean + joint.sd), units)}`,
        ],
        ['They meet at', degrees(contactHeat(body, insert), units), 'at first'],
        [
          'Sound',
          `${Math.round(chance(body))} %`,
          `${Math.round(chance(body, joint.sd))} to ${Math.round(chance(body, -joint.sd))} %`,
        ],
      ]}
    >
      <Curve
        points={points}
        x={`body, ${show(0, 'temperature', units).unit}`}
        y="% sound"
        levels={[{ at: 80, name: '80 %' }]}
        at={shownHeat(body, units)}
        label="Share of joints that are sound against the heat of the body"
      />
    </WhatIf>
  );
}

/** K the mould is made warmer by, to see what that buys. */
const WARMER = 10;

/** How long a gate stays open. */
export function FreezeIf({ units, window }: Bench) {
  const [shape, setShape] = useState<'slab' | 'round'>('round');
  const [across, setAcross] = useState(5);
  const [shot, setShot] = useState((window.low + window.high) / 2);
  const [metal, setMetal] = useState(40);
  const at = (metal: number, contact = CONTACT) =>
    freezeTime(shape, across, { from: shot, metal, contact });
  const said = (seconds: number | null) =>
    seconds === null ? 'never' : `${seconds.toFixed(seconds < 10 ? 1 : 0)} s`;
  const points = Array.from({ length: 30 }, (_, k) => 10 + k * 2.8).flatMap((metal) => {
    const [y, low, high] = [at(metal), at(metal, 2500), at(metal, 1000)];
    return y === null || low === null || high === null
      ? []
      : [{ x: shownHeat(metal, units), y, low, high }];
  });
  return (
    <WhatIf
      id="gate"
      title="A gate freezing"
      why={
        'From when plastic stands still in it until its middle no longer ' +
        'flows: the hold must feed the bait before that.'
      }
      given={
        <>
          <label className="field">
            <span>Gate</span>
            <select
              className="box"
              value={shape}
              onChange={(change) => setShape(change.target.value as 'slab' | 'round')}
            >
              <option value="round">round</option>
              <option value="slab">flat</option>
            </select>
          </label>
          <Given
            label={shape === 'round' ? 'Bore' : 'Thickness'}
            of="length"
            state={[across, setAcross]}
            range={[0.5, 20]}
            units={units}
          />
          <ShotAndMetal
            units={units}
            shot={[shot, setShot]}
            metal={[metal, setMetal]}
            coldest={112}
            hottest={130}
          />
        </>
      }
      numbers={[
        [
          'Frozen after',
          said(at(metal)),
          `${said(at(metal, 2500))} to ${said(at(metal, 1000))} by how well it touches the metal`,
        ],
        [
          `${degreesApart(WARMER, units)} warmer metal`,
          said(at(metal + WARMER)),
          'what warming the mould buys',
        ],
      ]}
    >
      <Curve
        points={points}
        x={`mould, ${show(0, 'temperature', units).unit}`}
        y="seconds"
        at={shownHeat(metal, units)}
        label="Seconds until the gate is frozen against the heat of the mould"
      />
    </WhatIf>
  );
}
