import type { Cooling } from './conduct.ts';
import type { Outside, Section } from './section.ts';
import { conduct } from './conduct.ts';
import { BARE_HANDS, FIRM, MOULD_MATERIAL, PLASTIC } from './constants.ts';

export interface Opening {
  /** s until it may be opened; null = not within the time looked at: rest the mould */
  open: number | null;
  /** °C in the middle then */
  centre: number;
  /** s until bare hands, left in the mould */
  hands: number | null;
  curve: Cooling;
}

/** Outside of a bait in a mould: metal to so many m² of bait, or a poor conductor. */
export function outsideOf(
  metal: keyof typeof MOULD_MATERIAL,
  {
    celsius,
    mass,
    baitArea,
    room,
  }: { celsius: number; mass: number; baitArea: number; room: number },
): Outside {
  if (metal !== 'machined' && metal !== 'cast')
    return { kind: 'poor', celsius, stuff: MOULD_MATERIAL[metal] };
  // The whole mould's heat is shared by all its baits' skins; what it loses to the room meanwhile
  // is small (M5).
  return {
    kind: 'metal',
    celsius,
    capacity: ((mass / 1000) * MOULD_MATERIAL[metal].c) / baitArea,
    loss: 12,
    room,
  };
}

/**
 * When a bait may be opened: its mean at or under 75 °C and its middle at or under 100 °C.
 * @param section across in mm
 * @param cells fewer for a quick look
 * @param onward how many times as long as it takes to open is looked on, for bare hands
 */
export function whenToOpen(section: Section, longest = 3600, cells?: number, onward = 4): Opening {
  let open: number | null = null;
  let centre = 0;
  let hands: number | null = null;
  let before = { at: 0, mean: Infinity, centre: Infinity };
  /** when a falling figure passed a mark, between this look and the last */
  const crossed = (was: number, is: number, mark: number, at: number) =>
    was <= mark
      ? before.at
      : is > mark
        ? Infinity
        : was === Infinity
          ? at
          : before.at + ((was - mark) / (was - is)) * (at - before.at);
  const curve = conduct(
    section,
    longest,
    (now) => {
      if (open === null) {
        const at = Math.max(
          crossed(before.mean, now.mean, FIRM.mean, now.at),
          crossed(before.centre, now.centre, FIRM.centre, now.at),
        );
        if (at <= now.at) {
          open = at;
          centre = now.centre;
        }
      }
      if (hands === null && now.mean <= BARE_HANDS)
        hands = crossed(before.mean, now.mean, BARE_HANDS, now.at);
      before = now;
      return open !== null && (hands !== null || now.at > open * onward);
    },
    cells,
  );
  return { open, centre, hands, curve };
}

/**
 * What takes heat from a bait once it is out, W/m² K: still air with radiation, or water
 * (judgements).
 */
export const TAKES = { air: 11, water: 400 } as const;
/**
 * s until an opened bait may be taken in bare hands: lumped, since outside it loses heat more
 * slowly than it evens out (in water that is the least it can be).
 * @param from mean when opened, °C
 */
export function handsAfter(
  section: Pick<Section, 'shape' | 'across'>,
  from: number,
  room: number,
  into: keyof typeof TAKES = 'air',
): number {
  if (from <= BARE_HANDS) return 0;
  if (room >= BARE_HANDS) return Infinity;
  // Plastic for its skin: half a slab, a quarter of a bar, half an oval's width over how it
  // spreads.
  const spread = section.shape === 'slab' ? 1 : section.shape === 'round' ? 2 : section.shape;
  const depth = section.across / 2000 / spread;
  return (
    ((PLASTIC.rho * PLASTIC.c * depth) / TAKES[into]) *
    Math.log((from - room) / (BARE_HANDS - room))
  );
}
