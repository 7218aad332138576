import type { Told, Triage } from './triage.ts';

/** Heat left under which remelt is blended, and under which it is kept for dark colours (M11). */
const BLEND_UNDER = 0.25;
const DARK_UNDER = 0.4;

const percent = (share: number): string => `${Math.round(100 * share)} %`;

function heatSaid({ heatLeft: { low, mid, high } }: Triage): string {
  const range = `Heat left ${percent(low)} to ${percent(high)}`;
  if (mid <= BLEND_UNDER) return `${range}: only blended into something fresh, with stabiliser.`;
  if (mid <= DARK_UNDER) return `${range}: for dark colours, with stabiliser.`;
  return `${range}.`;
}

const FLAKE: Record<Told, (hides: boolean) => string> = {
  no: () => '',
  yes: (hides) =>
    hides
      ? 'Its flake hardly shows: it may go into any bait.'
      : 'Mixed flake shows: for thick bodies, under a dark back, or darkened, with up to four times the flake.',
  unknown: (hides) =>
    hides ? '' : 'Whether there is flake in it nobody knows: melt a spoonful and look.',
};
const SALT: Record<Told, (sludge: Triage['sludgeG']) => string> = {
  no: () => '',
  yes: ({ low, high }) =>
    `Salted: it leaves ${Math.round(low)} to ${Math.round(high)} g of hard sludge; skim it.`,
  unknown: ({ high }) =>
    high >= 1 ? `Perhaps salted: up to ${Math.round(high)} g of hard sludge.` : '',
};

/** What to do with remelt, in a few sentences. */
export function triageSays(triage: Triage): string[] {
  const { flake, salt, sludgeG, near, hides, hardness } = triage;
  const stands = near.filter(({ standsIn }) => standsIn).map(({ name }) => name);
  const [nearest] = near;
  const shade =
    stands.length > 0
      ? `It can stand in for ${stands.join(', ')}.`
      : nearest
        ? `Nearest is ${nearest.name}, ${nearest.apart.low.toFixed(0)} to ${nearest.apart.high.toFixed(0)} apart.`
        : '';
  const hard = `It comes out at ${Math.round(hardness)} on the hardness scale.`;
  return [shade, heatSaid(triage), hard, FLAKE[flake](hides), SALT[salt](sludgeG)].filter(
    (sentence) => sentence !== '',
  );
}
