import { useState } from 'react';
import type { Colour } from '@/core/colour/index.ts';
import { colourOfHex, darker, hexOf } from '@/core/colour/index.ts';
import type { Mix } from '@/core/material/index.ts';
import type { CupState, SessionState } from '@/core/session/index.ts';
import { cupColour } from '@/core/session/index.ts';
import { call } from '@/ui/api.ts';
import { Select } from '@/ui/Select.tsx';
import { Photo } from '../../colour/Photo.tsx';

interface Props {
  state: SessionState;
  cup: CupState;
  /** what is wanted now, and whether that is not the recipe's */
  target: Colour;
  wanted: Colour | null;
  onWanted: (colour: Colour | null) => void;
}
type Mixes = { id: number; spec: Mix }[];

/** Another colour than the recipe's: picked, photographed, another mix's, or darker than that. */
export function Wanted({ state, cup, target, wanted, onWanted }: Props) {
  const [mixes, setMixes] = useState<Mixes>([]);
  const load = () =>
    void call<Mixes>('GET', '/api/catalogue/mixes').then(
      (reply) => reply.ok && setMixes(reply.value),
    );
  const { materials } = state.snapshot.colour;
  const others = [...state.cups.values()].filter(({ key, grams }) => key !== cup.key && grams > 0);
  const looks = new Map<string, { name: string; colour: string }>([
    ...others.map((one): [string, { name: string; colour: string }] => [
      `cup ${one.key}`,
      { name: `${one.letter} ${one.name}, as it stands there`, colour: cupColour(one, materials) },
    ]),
    ...mixes.map(({ id, spec }): [string, { name: string; colour: string }] => [
      `mix ${id}`,
      { name: spec.name, colour: spec.colour },
    ]),
  ]);
  return (
    <details onToggle={({ currentTarget }) => currentTarget.open && mixes.length === 0 && load()}>
      <summary className="flex min-h-11 cursor-pointer items-center">
        Another colour is wanted
      </summary>
      <div className="grid grid-cols-2 items-end gap-2">
        <label className="field">
          <span>Pick it</span>
          <input
            type="color"
            className="box p-1"
            value={hexOf(target)}
            onChange={(change) => onWanted(colourOfHex(change.target.value))}
          />
        </label>
        <Select
          label="As another cup or mix"
          value=""
          options={[
            { value: '', name: 'choose' },
            ...[...looks].map(([value, { name }]) => ({ value, name })),
          ]}
          onChange={(key) => {
            const chosen = looks.get(key);
            if (chosen) onWanted(colourOfHex(chosen.colour));
          }}
        />
        <button type="button" className="act" onClick={() => onWanted(darker(target, 1))}>
          Darker than that
        </button>
        <button type="button" className="act" onClick={() => onWanted(darker(target, -1))}>
          Lighter than that
        </button>
      </div>
      <Photo onColour={onWanted} />
      {wanted && (
        <button type="button" className="act mt-2" onClick={() => onWanted(null)}>
          The recipe’s again
        </button>
      )}
    </details>
  );
}
