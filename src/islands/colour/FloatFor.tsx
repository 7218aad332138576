import { useState } from 'react';
import type { Water } from '@/core/colour/index.ts';
import {
  BARE,
  bulkOf,
  DRAG,
  dragFrom,
  saltFor,
  settles,
  sinking,
  WATERS,
  SALT,
} from '@/core/colour/index.ts';
import type { Material, Mix } from '@/core/material/index.ts';
import { cools, cupBody, justRead } from '@/core/heat/index.ts';
import { RECIPE_CUP } from '@/core/material/index.ts';
import type { LayerTold, Scene } from '@/core/picture/index.ts';
import { floatLayers, frontalOf } from '@/core/picture/index.ts';
import type { ShopUnits } from '@/core/quantity/index.ts';
import { lasting, say } from '@/core/quantity/index.ts';
import { FigureField } from '@/ui/FigureField.tsx';
import { QuantityField } from '@/ui/QuantityField.tsx';
import { PLASTISOL } from '@/core/material/plastisol.ts';

/** mm/s under which a bait is said to hang. */
const HANGS = 8;
/** mm of plastic in a cup, usually. */
const DEEP = 60;
/** Bore of a cup that a US cup of plastic fills so deep, mm. */
const WIDE = Math.sqrt((RECIPE_CUP * 1000) / ((Math.PI / 4) * DEEP));
const moves = (value: number, units: ShopUnits): string =>
  Math.abs(value) < HANGS
    ? 'hangs'
    : `${value > 0 ? 'sinks' : 'rises'} ${say(Math.abs(value), 'length', units)} a second`;
const WANTS = { hang: 0, sink: 1, rise: -1 } as const;

/** Salt for a bait that floats, hangs or sinks, in every water, with hook and weight. */
export function FloatFor({
  told,
  layers,
  scene,
  materials,
  units,
}: {
  told: LayerTold[];
  layers: Mix[];
  scene: Scene;
  materials: Material[];
  units: ShopUnits;
}) {
  const [hook, setHook] = useState(0);
  const [weight, setWeight] = useState(0);
  const [wants, setWants] = useState<keyof typeof WANTS>('hang');
  const [pace, setPace] = useState(50);
  const [tank, setTank] = useState<number | null>(null);
  const speed = WANTS[wants] * pace;
  const [into, setInto] = useState(0);
  const rig = { ...BARE, hook, weight };
  const float = floatLayers(told, layers, materials);
  const frontal = frontalOf(scene);
  const chosen = Math.min(into, told.length - 1);
  const { mass, volume } = bulkOf(float, rig);
  const now = Object.keys(WATERS) as Water[];
  const drag = tank === null ? DRAG : (dragFrom(tank, { mass, volume }, 'fresh', frontal) ?? DRAG);
  const answers = now.map((word) => ({
    w: word,
    a: saltFor(speed, float, { into: chosen, water: word, frontal, rig, drag }),
  }));
  const most = Math.max(
    ...float.map((floatLayer) => floatLayer.salt),
    ...answers.map(({ a: saltAnswer }) => (saltAnswer.ok ? saltAnswer.perMl : 0)),
  );
  const clears =
    most > 0
      ? settles(DEEP, {
          celsius: cools(cupBody(WIDE, RECIPE_CUP), justRead(PLASTISOL.worked)),
          share: most / SALT / (1 + most / SALT),
        })
      : null;
  return (
    <section
      aria-label="Salt and float"
      className="mt-8 border-t-[1.5px] border-ink pt-3"
      data-float
    >
      <h2>Salt and float</h2>
      <div className="mt-2 grid items-end gap-3 sm:grid-cols-3">
        <QuantityField
          label="Hook"
          value={hook}
          dimensions={['mass']}
          shop={units}
          max={100}
          onChange={(value) => setHook(value ?? 0)}
        />
        <QuantityField
          label="Lead or other weight"
          value={weight}
          dimensions={['mass']}
          shop={units}
          max={500}
          onChange={(value) => setWeight(value ?? 0)}
        />
        <label className="field">
          <span>It should</span>
          <select
            className="box"
            value={wants}
            onChange={(change) => setWants(change.target.value as keyof typeof WANTS)}
          >
            {Object.keys(WANTS).map((want) => (
              <option key={want}>{want}</option>
            ))}
          </select>
        </label>
        <FigureField
          label={wants === 'hang' ? 'How far in a second (it hangs)' : 'How far in a second'}
          value={pace}
          of="length"
          units={units}
          min={1}
          max={2000}
          onChange={setPace}
        />
        <QuantityField
          label="In a tank it sank, in a second"
          value={tank}
          dimensions={['length']}
          shop={units}
          min={1}
          max={2000}
          onChange={setTank}
        />
        <label className="field">
          <span>Salt goes into</span>
          <select
            className="box"
            value={chosen}
            onChange={(change) => setInto(Number(change.target.value))}
          >
            {told.map((layerTold, i) => (
              <option key={layerTold.name} value={i}>
                {layerTold.name}
              </option>
            ))}
          </select>
        </label>
      </div>
      <p className="mt-2">
        A bait weighs <b className="figure">{say(mass, 'mass', units)}</b> and takes up{' '}
        <b className="figure">{say(volume, 'volume', units, 1)}</b>.
      </p>
      <div className="overflow-x-auto" tabIndex={0} role="region" aria-label="In each water">
        <table className="mt-1">
          <thead>
            <tr>
              <th>Water</th>
              <th>As it is mixed</th>
              <th className="num">Salt for a US cup</th>
              <th className="num">In a bait</th>
              <th>Remark</th>
            </tr>
          </thead>
          <tbody>
            {answers.map(({ w: word, a: saltAnswer }) => (
              <tr key={word}>
                <td>{WATERS[word].name}</td>
                <td>{moves(sinking({ mass, volume }, word, frontal, drag), units)}</td>
                {saltAnswer.ok ? (
                  <>
                    <td className="num figure">
                      {saltAnswer.perMl === 0
                        ? 'none'
                        : say(saltAnswer.perMl * RECIPE_CUP, 'mass', units)}
                    </td>
                    <td className="num figure">{say(saltAnswer.perBait, 'mass', units)}</td>
                    <td className="text-soft">
                      {saltAnswer.perMl === 0
                        ? 'It does so without.'
                        : 'Last of all, stirred in before each draw.'}
                    </td>
                  </>
                ) : (
                  <>
                    <td className="num">–</td>
                    <td className="num">–</td>
                    <td>{saltAnswer.message}</td>
                  </>
                )}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      {clears !== null && (
        <p className="mt-1">
          Salt goes down: the top tenth of a cup {say(DEEP, 'length', units)} deep clears in{' '}
          {lasting(clears)}. Stir at every draw, and within that.
        </p>
      )}
      <p className="hint">
        Reckoned with a drag of {drag.toFixed(2)} on its thickest section
        {tank === null
          ? '; a tank of fresh water tells better'
          : drag === DRAG
            ? ': a bait that is no heavier than water cannot have sunk, so the tank is left out'
            : ', from the tank'}
        .
      </p>
    </section>
  );
}
