import { useState } from 'react';
import type { Mix } from '@/core/material/index.ts';
import { UNNAMED } from '@/core/plan/unnamed.ts';
import type { CupState } from '@/core/session/index.ts';
import { uncounted } from '@/core/session/index.ts';
import { Tick } from '@/ui/Tick.tsx';
import { Wrong } from '@/ui/Wrong.tsx';
import type { NewColourway } from './useNewColourway.ts';

interface Props {
  cup: CupState;
  mix: Mix;
  /** states of the cup that were drawn before something more went in */
  states: { upTo: number; draws: number[] }[];
  upTo: number | null;
  nextVersion: number;
  onUpTo: (upTo: number | null) => void;
  onKeep: (as: 'version' | 'branch', name: string) => void;
  /** a colour that had no recipe, kept: its colourway is made, or why it is not yet */
  colourway: NewColourway;
}

/** What really went in, kept as the mix's next version, or as a branch by a name of its own. */
export function KeepMix({ cup, mix, states, upTo, nextVersion, onUpTo, onKeep, colourway }: Props) {
  const [branch, setBranch] = useState('');
  const [wayToo, setWayToo] = useState(true);
  const kept = cup.keptMixes.at(-1);
  const none = mix.ladder.length === 0;
  const isNew = cup.mix === UNNAMED;
  const guessed = uncounted(cup, upTo ?? undefined);
  return (
    <>
      <h3 className="mt-4 font-bold">Save what really went in</h3>
      {states.length > 0 && (
        <label className="field">
          <span>It changed between draws</span>
          <select
            className="box"
            value={upTo ?? ''}
            onChange={(change) => onUpTo(change.target.value ? Number(change.target.value) : null)}
          >
            <option value="">as it is now</option>
            {states.map((state) => (
              <option key={state.upTo} value={state.upTo}>
                as in draw {state.draws.join(', ')}
              </option>
            ))}
          </select>
        </label>
      )}
      {guessed.length > 0 && (
        <p className="text-watch" data-uncounted>
          ◇ Not counted: {guessed.join(', ')}. It is saved as it is taken to be.
        </p>
      )}
      {!isNew && (
        <button
          type="button"
          className="act act-main mt-2 min-h-16 w-full justify-center text-lg"
          disabled={none}
          onClick={() => onKeep('version', cup.name)}
          data-keep
        >
          Save as version {nextVersion} <kbd className="font-mono opacity-80">K</kbd>
        </button>
      )}
      <p className="mt-2 flex items-end gap-2">
        <label className="field min-w-0 flex-1">
          <span>
            {isNew ? 'A mix of the book, by its name' : 'Or as a branch, by a name of its own'}
          </span>
          <input
            className="box"
            value={branch}
            onChange={(change) => setBranch(change.target.value)}
          />
        </label>
        <button
          type="button"
          className="act min-h-11"
          disabled={!branch.trim() || none}
          onClick={() => {
            const name = branch.trim();
            onKeep('branch', name);
            if (isNew && wayToo) void colourway.make(name);
            setBranch('');
          }}
        >
          {isNew ? 'Save the mix' : 'Save the branch'}
        </button>
      </p>
      {isNew && (
        <Tick on={wayToo} says="And its colourway: what was shot of it is that" set={setWayToo} />
      )}
      <Wrong>{colourway.wrong}</Wrong>
      {kept && (
        <p className="mt-2" role="status" data-kept>
          Saved:{' '}
          {kept.as === 'branch'
            ? `“${kept.name}”${isNew || kept.name === cup.name ? '' : `, branched off ${cup.name}`}`
            : `version ${nextVersion - 1} of ${cup.name}`}
          .
        </p>
      )}
    </>
  );
}
