import { useState } from 'react';
import { v4 } from 'uuid';
import type { ShopUnits } from '@/core/quantity/index.ts';
import { call } from '@/ui/api.ts';
import { QuantityField } from '@/ui/QuantityField.tsx';
import { Choice } from '@/ui/Choice.tsx';
import { Wrong } from '@/ui/Wrong.tsx';

const TOLD = {
  unknown: { name: 'nobody knows' },
  no: { name: 'no' },
  yes: { name: 'yes' },
};
type Told = keyof typeof TOLD;

/** Pucks or torn baits from outside: the pile is weighed, and what is known of it said. */
export default function BringIn({ units }: { units: ShopUnits }) {
  const [name, setName] = useState('');
  const [grams, setGrams] = useState<number | null>(null);
  const [colour, setColour] = useState('#6b6f66');
  const [salted, setSalted] = useState<Told>('unknown');
  const [flaked, setFlaked] = useState<Told>('unknown');
  const [note, setNote] = useState('');
  const [cause] = useState(() => v4());
  const [wrong, setWrong] = useState('');
  const save = async () => {
    const reply = await call('POST', '/api/tubs', {
      ...{ name, grams, colour, salted, flaked, note, cause },
    });
    if (reply.ok) location.reload();
    else setWrong(reply.message);
  };
  return (
    <form
      className="grid max-w-3xl items-start gap-4 sm:grid-cols-2"
      noValidate
      onSubmit={(submit) => {
        submit.preventDefault();
        void save();
      }}
    >
      <label className="field">
        <span>Into the tub called</span>
        <input className="box" value={name} onChange={({ target }) => setName(target.value)} />
      </label>
      <QuantityField
        label="The pile weighs"
        value={grams}
        dimensions={['mass']}
        min={1}
        max={100_000}
        shop={units}
        onChange={setGrams}
      />
      <label className="field">
        <span>It looks</span>
        <input
          type="color"
          className="box p-1"
          value={colour}
          onChange={({ target }) => setColour(target.value)}
        />
      </label>
      <Choice label="Salt in it" value={salted} of={TOLD} onChange={setSalted} />
      <Choice label="Flake in it" value={flaked} of={TOLD} onChange={setFlaked} />
      <label className="field">
        <span>Where it comes from</span>
        <input className="box" value={note} onChange={({ target }) => setNote(target.value)} />
      </label>
      <Wrong>{wrong}</Wrong>
      <p className="sm:col-span-2">
        <button type="submit" className="act act-main">
          Save
        </button>
      </p>
    </form>
  );
}
