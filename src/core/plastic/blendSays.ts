import type { Blend } from './blend.ts';

/** A blend in a sentence. */
export function blendSays({ other, parts, near }: Blend): string {
  const { low, high } = near.apart;
  const much =
    `${parts.own} part${parts.own === 1 ? '' : 's'} of it to ${parts.other} of ` +
    `${other?.name ?? 'fresh clear plastic'}`;
  return near.standsIn
    ? `${much} can stand in for ${near.name}.`
    : `${much} comes nearest to ${near.name}, ${low.toFixed(0)} to ${high.toFixed(0)} apart.`;
}
