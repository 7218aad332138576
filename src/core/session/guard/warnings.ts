import { type Phrase, spoken } from '../../quantity/phrase.ts';
import type { ShopUnits } from '../../quantity/units.ts';

/**
 * What the bench says before a draw or a shot. It advises and notes; it never stops hot plastic.
 */
export interface Warning {
  code: keyof typeof WARNINGS;
  sentence: Phrase;
}
/** What was warned of, as the log's record of the moment keeps it. */
export const warningsSaid = (
  { snapshot }: { snapshot: { units: ShopUnits } },
  warnings: readonly Warning[],
): string[] => warnings.map(({ sentence }) => spoken(sentence, snapshot.units));

export const WARNINGS = {
  unread: 'heat not read',
  stale: 'reading gone stale',
  cold: 'under the window',
  hot: 'over the window',
  unmatched: 'unmatched',
  unfused: 'never reached fusion',
  uncoloured: 'colour not finished',
  forgotten: 'something forgotten',
  bleeds: 'its dye bleeds at this heat',
  otherFlake: 'flake of another size',
  stirred: 'stirred since degassing',
  settled: 'settled since the stir',
  runsApart: 'runs unlike on the blade',
  open: 'not closed',
  unclamped: 'unclamped',
  gap: 'gap seen',
  loose: 'loose part not in',
  unseenTop: 'TOP not looked at',
  upsideDown: 'upside down',
  coldMould: 'mould not warmed',
  noInsert: 'an insert missing',
  insertGap: 'gap round an insert',
  dry: 'inserts not oiled',
  noPour: 'nothing poured first',
  worn: 'past its life',
} as const;
