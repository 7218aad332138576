import type { Colourway } from '@/core/build/index.ts';
import type { Mix } from '@/core/material/index.ts';
import { Bait } from './Bait.tsx';
import type { Picked } from './Combobox.tsx';

/** A bait to choose: its name, and its shape. */
export interface BaitChoice {
  id: number;
  name: string;
  outline: string;
}
/** A colourway to choose: its name, and its colours in the order of its layers. */
export interface WayChoice {
  id: number;
  name: string;
  colours: string[];
}

type Named<Spec> = readonly { id: number; spec: Spec }[];
export const baitChoices = (all: Named<{ name: string; outline: string }>): BaitChoice[] =>
  all.map(({ id, spec: { name, outline } }) => ({ id, name, outline }));
/** @param mixes what its layers are of; a layer without one has no colour */
export function wayChoices(all: Named<Colourway>, mixes: Named<Mix>): WayChoice[] {
  const colourOf = new Map(mixes.map(({ id, spec }) => [id, spec.colour]));
  return all.map(({ id, spec }) => ({
    id,
    name: spec.name,
    colours: Object.values(spec.layers).flatMap((mix) => colourOf.get(mix ?? 0) ?? []),
  }));
}

export const baitPicks = (all: readonly BaitChoice[]): Picked[] =>
  all.map(({ id, name, outline }) => ({
    value: String(id),
    name,
    picture: <Bait outline={outline} layers={[]} width={64} />,
  }));
export const wayPicks = (all: readonly WayChoice[]): Picked[] =>
  all.map(({ id, name, colours }) => ({
    value: String(id),
    name,
    picture: (
      <span className="flex w-16 border border-ink" aria-hidden="true">
        {colours.map((colour, nth) => (
          <span key={nth} className="h-6 flex-1" style={{ background: colour }} />
        ))}
      </span>
    ),
  }));
