import { type ComponentProps, useState } from 'react';
import { plainInWater, WATERS, type Water } from '../../../core/colour/float.ts';
import { say } from '../../../core/quantity/format.ts';
import { Choice } from '../../../ui/Choice.tsx';
import { FigureField } from '../../../ui/FigureField.tsx';
import type { InputProps } from './input.ts';

/** Takes a density that was worked out; what cannot be one is said. */
function Take({
  density,
  units,
  put,
}: {
  density: number | null;
  units: InputProps['context']['units'];
  put: (value: number) => void;
}) {
  return density === null ? (
    <p className="wrong" role="status">
      No plastic does that: look at the figures again.
    </p>
  ) : (
    <button type="button" className="act mt-2" onClick={() => put(density)}>
      Take {say(density, 'density', units)}
    </button>
  );
}

/** Density from a fill that was weighed: what went into the cup, and to which mark. */
export function FillWeighed({ field, put, context: { units } }: InputProps<'fillWeighed'>) {
  const [ml, setMl] = useState(100);
  const [grams, setGrams] = useState(103);
  return (
    <details className="field">
      <summary className="cursor-pointer font-bold">{field.label}</summary>
      <div className="mt-2 grid grid-cols-2 gap-3">
        <FigureField
          label="Filled to"
          of="volume"
          value={ml}
          min={10}
          max={5000}
          units={units}
          onChange={setMl}
        />
        <FigureField
          label="It weighs"
          of="mass"
          value={grams}
          min={5}
          max={10_000}
          units={units}
          onChange={setGrams}
        />
      </div>
      <Take density={Math.round((1000 * grams) / ml) / 1000} units={units} put={put} />
    </details>
  );
}

const DOES = {
  hangs: { name: 'hangs', sign: 0 },
  sinks: { name: 'sinks', sign: 1 },
  floats: { name: 'rises', sign: -1 },
} as const;

/** Density from how a plain bait does in water: no hook, no salt, nothing but the plastisol. */
export function PlainInWater({ field, put, context: { units } }: InputProps<'plainInWater'>) {
  const [water, setWater] = useState<Water>('fresh');
  const [does, setDoes] = useState<keyof typeof DOES>('hangs');
  const [speed, setSpeed] = useState(50);
  const [grams, setGrams] = useState(8);
  const [wide, setWide] = useState(12);
  const [high, setHigh] = useState(14);
  const across = (Math.PI / 4) * wide * high;
  const asked: Omit<ComponentProps<typeof FigureField>, 'units'>[] = [
    { label: 'In a second', of: 'length', value: speed, min: 1, max: 2000, onChange: setSpeed },
    { label: 'It weighs', of: 'mass', value: grams, min: 0.2, max: 500, onChange: setGrams },
    {
      label: 'Across at its widest',
      of: 'length',
      value: wide,
      min: 1,
      max: 200,
      onChange: setWide,
    },
    { label: 'High there', of: 'length', value: high, min: 1, max: 200, onChange: setHigh },
  ];
  const answer = plainInWater(DOES[does].sign * speed, { mass: grams, frontal: across }, water);
  return (
    <details className="field">
      <summary className="cursor-pointer font-bold">{field.label}</summary>
      <div className="mt-2 grid grid-cols-2 gap-3">
        <Choice label="In water that is" value={water} of={WATERS} onChange={setWater} />
        <Choice label="It" value={does} of={DOES} onChange={setDoes} />
        {does !== 'hangs' &&
          asked.map((field) => <FigureField key={field.label} {...field} units={units} />)}
      </div>
      <Take
        density={answer === null ? null : Math.round(1000 * answer) / 1000}
        units={units}
        put={put}
      />
    </details>
  );
}
