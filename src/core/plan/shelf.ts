import type { Build } from '../build/build.ts';
import type { Colourway } from '../build/schema.ts';
import type { Injector, Block, Vessel } from '../build/tools.ts';
import type { Mix } from '../material/schema.ts';
import type { Bait } from '../mould/bait.ts';
import type { Mould } from '../mould/schema.ts';
import type { CavityGiven } from '../yield/apart.ts';
import type { Given } from '../yield/share.ts';
import type { PlanSettings, Tools } from './input.ts';

export interface Entry<T> {
  id: number;
  spec: T;
}
/** A mould, with the shots it has given where its life is counted. */
export interface MouldEntry extends Entry<Mould> {
  given?: number;
}
/** A mix, with the g/mL at 20 °C it has of what stands on the shelf, and the family of its colour. */
export interface MixEntry extends Entry<Mix> {
  density20?: number;
  family?: string;
}
/** A mould as a stage's tools hold it. */
export const inTools = (entry: MouldEntry): Tools['moulds'][number] => ({
  id: entry.id,
  mould: entry.spec,
  given: entry.given ?? 0,
});
/** What a shop has to choose from. */
export interface Shelf {
  moulds: MouldEntry[];
  injectors: Entry<Injector>[];
  blocks: Entry<Block>[];
  vessels: Entry<Vessel>[];
  baits: Entry<Bait>[];
  mixes: MixEntry[];
  colourways: Entry<Colourway>[];
  /** builds composed in the shop */
  builds: Entry<Build>[];
  /** inserts lying ready, by kind */
  inserts: { kind: string; count: number }[];
}
export interface DraftDefaults {
  settings: PlanSettings;
  good: number;
  /** what came good of what was shot, evening by evening */
  record?: readonly Given[];
  /** and cavity by cavity */
  cavities?: readonly CavityGiven[];
  confidence: number;
  window: { low: number; high: number };
  /** family of the colour that is shot; null or left out = not known */
  family?: string | null;
}
