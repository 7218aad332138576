import { useState } from 'react';
import { v4 } from 'uuid';
import type { ShopUnits } from '@/core/quantity/index.ts';
import { call } from '@/ui/api.ts';
import { QuantityField } from '@/ui/QuantityField.tsx';
import { Wrong } from '@/ui/Wrong.tsx';
import type { Said } from './TubFields.tsx';
import { TubFields } from './TubFields.tsx';

/** A pile nobody has described yet; the colour is only where a hand begins. */
const UNSAID: Said = {
  name: '',
  grade: 'medium',
  colour: '#6b6f66',
  salted: 'unknown',
  flaked: 'unknown',
  note: '',
};

/** Pucks or torn baits from outside: the pile is weighed, and what is known of it said. */
export default function BringIn({ units }: { units: ShopUnits }) {
  const [said, setSaid] = useState(UNSAID);
  const [grams, setGrams] = useState<number | null>(null);
  const [cause] = useState(() => v4());
  const [wrong, setWrong] = useState('');
  const set = (part: Partial<Said>) => setSaid({ ...said, ...part });
  const save = async () => {
    const reply = await call('POST', '/api/tubs', { ...said, grams, cause });
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
      <TubFields {...{ said, set }} drawn={UNSAID.colour!} called="Into the tub called">
        <QuantityField
          label="The pile weighs"
          value={grams}
          dimensions={['mass']}
          min={1}
          max={100_000}
          shop={units}
          onChange={setGrams}
        />
      </TubFields>
      <Wrong>{wrong}</Wrong>
      <p className="sm:col-span-2">
        <button type="submit" className="act act-main">
          Save
        </button>
      </p>
    </form>
  );
}
