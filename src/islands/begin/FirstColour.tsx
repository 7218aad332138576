import { useMemo } from 'react';
import { GRADES } from '@/core/material/index.ts';
import type { FirstColourKey } from '@/core/starter/colours.ts';
import { FIRST_COLOUR_KEYS, FIRST_COLOURS, firstMix, wantedBy } from '@/core/starter/colours.ts';
import type { OrdinaryKey } from '@/core/starter/shelf.ts';
import { ORDINARY, ORDINARY_KEYS } from '@/core/starter/shelf.ts';
import { sayIngredient } from '@/core/plan/spoon.ts';
import { Bait } from '@/ui/Bait.tsx';
import { Choice } from '@/ui/Choice.tsx';
import { FigureField } from '@/ui/FigureField.tsx';
import { Tick } from '@/ui/Tick.tsx';
import { Wrong } from '@/ui/Wrong.tsx';
import type { HeldMould, Walk } from './useWalk.ts';

/** What stands on the shelf: the ordinary list, ticked. */
function OnShelf({ walk }: { walk: Walk }) {
  const { shelf, colour } = walk.said;
  const wanted = wantedBy(colour);
  const set = (next: readonly OrdinaryKey[]) => walk.set({ shelf: [...next] });
  const first = ORDINARY_KEYS.filter((key) => 'first' in ORDINARY[key]);
  return (
    <section aria-label="Shelf">
      <h2>On the shelf</h2>
      <p className="hint">
        Ordinary ones, of nobody’s make. Yours will differ: each is marked as usual until you draw
        it down.
      </p>
      <p className="my-2 flex flex-wrap gap-2">
        <button type="button" className="act" onClick={() => set(ORDINARY_KEYS)}>
          All of them
        </button>
        <button type="button" className="act" onClick={() => set(first)}>
          Six pigments, two flakes
        </button>
        <button type="button" className="act" onClick={() => set([])}>
          Only what this colour wants
        </button>
      </p>
      <div className="grid grid-cols-2 gap-x-4 sm:grid-cols-3">
        {ORDINARY_KEYS.map((key) => (
          <Tick
            key={key}
            on={shelf.includes(key) || wanted.includes(key)}
            says={ORDINARY[key].name}
            set={(on) => set(on ? [...shelf, key] : shelf.filter((other) => other !== key))}
          />
        ))}
      </div>
    </section>
  );
}

/** The plastisol, the shelf, and a first colour drawn on the bait. */
export function FirstColour({ walk, held }: { walk: Walk; held: readonly HeldMould[] }) {
  const { said, set, units, wrong } = walk;
  const { mould } = said;
  const outline = 'id' in mould ? held.find(({ id }) => id === mould.id)?.outline : mould.outline;
  const colours = useMemo(
    () =>
      Object.fromEntries(
        FIRST_COLOUR_KEYS.map((key) => [key, firstMix(key, said.grade, said.shelf).colour]),
      ) as Record<FirstColourKey, string>,
    [said.grade, said.shelf],
  );
  return (
    <div className="grid gap-x-10 gap-y-6 lg:grid-cols-2">
      <section aria-label="First colour" className="flex flex-col gap-4">
        <h2>First colour</h2>
        <div className="grid grid-cols-2 gap-2 sm:grid-cols-3" role="group" aria-label="Colour">
          {FIRST_COLOUR_KEYS.map((key) => (
            <button
              key={key}
              type="button"
              className="act min-h-20 flex-col justify-center py-2"
              aria-pressed={said.colour === key}
              onClick={() => set({ colour: key })}
            >
              <Bait
                outline={outline ?? 'eel'}
                layers={[{ place: 'whole', colour: colours[key] }]}
                width={110}
              />
              {FIRST_COLOURS[key].name}
            </button>
          ))}
        </div>
        <p>
          {FIRST_COLOURS[said.colour].name}, in a cup of plastisol:{' '}
          {firstMix(said.colour, said.grade, said.shelf)
            .ladder.map((one) => `${sayIngredient(one, units)} ${one.what.toLowerCase()}`)
            .join(', ')}
          .
        </p>
        <div className="grid gap-4 sm:grid-cols-2">
          <Choice
            label="Plastisol"
            value={said.grade}
            of={GRADES}
            onChange={(grade) => set({ grade })}
          />
          <FigureField
            label="Shots of the first session"
            value={said.shots}
            of="count"
            whole
            units={units}
            min={1}
            max={60}
            onChange={(shots) => set({ shots })}
          />
          <label className="field sm:col-span-2">
            <span>The bait is sold as</span>
            <input
              className="box"
              value={said.bait}
              placeholder={walk.calledUsually}
              maxLength={60}
              onChange={({ target }) => set({ bait: target.value })}
            />
          </label>
        </div>
        <Wrong>{wrong?.message}</Wrong>
      </section>
      <OnShelf walk={walk} />
    </div>
  );
}
