import { useMemo, useState } from 'react';
import type { Look } from '@/core/colour/index.ts';
import { beside, goes, hexOf, lookOf, pairOf, softness, throughTo } from '@/core/colour/index.ts';
import type { Material, Mix } from '@/core/material/index.ts';
import { RECIPE_CUP } from '@/core/material/index.ts';
import type { ShopUnits } from '@/core/quantity/index.ts';
import { say } from '@/core/quantity/index.ts';

export interface NamedMix {
  id: number;
  spec: Mix;
}

/** mm two colours are compared through. */
const BODY = 8;

/**
 * Two colours together: how each looks beside the other, how soft their line is, and what else
 * would pair well.
 */
export function PairFor({
  own,
  all,
  materials,
  units,
}: {
  own: { name: string; look: Look }[];
  all: NamedMix[];
  materials: Material[];
  units: ShopUnits;
}) {
  const [from, setFrom] = useState(0);
  const looks = useMemo(
    () =>
      [
        ...all.map((namedMix) => ({
          href: `/colours/mixes/${namedMix.id}`,
          name: namedMix.spec.name,
          ladder: namedMix.spec.ladder,
        })),
        // A puck by itself, remelted with nothing added.
        ...materials
          .filter((material) => material.kind === 'puck')
          .map((material) => ({
            href: '/colours/materials',
            name: material.name,
            ladder: [
              {
                what: material.name,
                kind: 'remelt' as const,
                amount: RECIPE_CUP,
                dimension: 'volume' as const,
                when: 'cold' as const,
              },
            ],
          })),
      ].map((other) => ({
        ...other,
        colour: throughTo(lookOf(other, materials).withFlake, BODY, 'light'),
      })),
    [all, materials],
  );
  const one = own[Math.min(from, own.length - 1)]!;
  const colour = throughTo(one.look.withFlake, BODY, 'light');
  const others = own.filter((other) => other !== one);
  const ranked = useMemo(
    () =>
      looks
        .filter((look) => look.name !== one.name)
        .map((look) => ({ ...look, score: goes(colour, look.colour) }))
        .sort((one, other) => other.score - one.score)
        .slice(0, 6),
    [looks, one.name, colour],
  );
  const swatch = (act: string, bait: string, label: string) => (
    <svg
      viewBox="0 0 120 40"
      className="block h-14 w-full max-w-64"
      preserveAspectRatio="none"
      role="img"
      aria-label={label}
    >
      <path d="M0 0H120V20H0Z" fill={act} />
      <path d="M0 20H120V40H0Z" fill={bait} />
      <path d="M.75 .75H119.25V39.25H.75Z" className="line-art" />
    </svg>
  );
  return (
    <section aria-label="Side by side" className="mt-8 border-t-[1.5px] border-ink pt-3" data-pair>
      <div className="flex flex-wrap items-end justify-between gap-3">
        <h2>Side by side</h2>
        {own.length > 1 && (
          <label className="field">
            <span>Seen from</span>
            <select
              className="box"
              value={from}
              onChange={(change) => setFrom(Number(change.target.value))}
            >
              {own.map((other, i) => (
                <option key={other.name} value={i}>
                  {other.name}
                </option>
              ))}
            </select>
          </label>
        )}
      </div>
      {others.map((each) => {
        const other = throughTo(each.look.withFlake, BODY, 'light');
        const pair = pairOf(colour, other);
        const soft = softness(one.look, each.look);
        return (
          <div key={each.name} className="mt-2 grid gap-x-6 gap-y-1 sm:grid-cols-[260px_1fr]">
            {swatch(
              hexOf(beside(colour, other)),
              hexOf(beside(other, colour)),
              `${one.name} over ${each.name}, as they look together`,
            )}
            <p>
              {one.name} and {each.name} are <b className="figure">{pair.apart.toFixed(0)}</b>{' '}
              apart.{' '}
              {pair.dulls
                ? `Beside the other ${pair.dulls === 'one' ? one.name : each.name} looks duller than ` +
                  `alone, by ${pair.by.toFixed(0)} of its brightness.`
                : 'Neither dulls the other.'}{' '}
              {soft.mm > 0.03
                ? `The line is ${say(soft.mm, 'length', units)} soft at best: ${soft.why.join(', ')}.`
                : 'Nothing in them blurs the line.'}
            </p>
          </div>
        );
      })}
      <p className="mt-3 font-semibold">Would pair well with {one.name}:</p>
      <ul className="mt-1 grid gap-x-6 gap-y-3 sm:grid-cols-3 lg:grid-cols-6">
        {ranked.map((other) => (
          <li key={other.name}>
            {swatch(
              hexOf(beside(colour, other.colour)),
              hexOf(beside(other.colour, colour)),
              `${one.name} over ${other.name}`,
            )}
            <a className="inline-flex min-h-6 items-center" href={other.href}>
              {other.name}
            </a>
          </li>
        ))}
      </ul>
      <p className="hint mt-1">
        Each pushed a little away from the other, as the eye does. Remelt pucks on the shelf are
        among them.
      </p>
    </section>
  );
}
