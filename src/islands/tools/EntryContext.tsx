import type { Build } from '../../core/build/build.ts';
import type { MaterialKind } from '../../core/material/kinds.ts';
import type { ShopUnits } from '../../core/quantity/units.ts';
import { later } from '../../ui/later.ts';

// Only few lists have colours to photograph.

export const FromPhoto = later(async () => (await import('../colour/FromPhoto.tsx')).FromPhoto);
export type Values = Record<string, unknown>;
interface Choice {
  id: number;
  name: string;
}
export interface Context {
  units: ShopUnits;
  moulds: Choice[];
  mixes: (Choice & { colour?: string })[];
  /** what stands on the shelf */
  materials?: (Choice & { kind: MaterialKind })[];
  /** builds composed in the shop */
  builds?: Build[];
}
