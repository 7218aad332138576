import type { CutKey } from '@/core/yield/index.ts';

/** What there is to cut by, as it is asked, the most usual first. */
export const CUTS: { key: CutKey; label: string; all: string; usual?: true }[] = [
  { key: 'mould', label: 'Mould', all: 'every mould', usual: true },
  { key: 'bait', label: 'Bait', all: 'every bait', usual: true },
  { key: 'colourway', label: 'Colourway', all: 'every colourway', usual: true },
  { key: 'family', label: 'Colours of a family', all: 'every family' },
  { key: 'build', label: 'Build', all: 'every build', usual: true },
  { key: 'cavity', label: 'Cavity', all: 'every cavity' },
  { key: 'heat', label: 'Heat at the draw', all: 'however hot' },
  { key: 'metal', label: 'Metal at its shot', all: 'however warm' },
  { key: 'place', label: 'In its draw', all: 'every shot of a draw' },
  { key: 'when', label: 'In its session', all: 'every shot' },
  { key: 'mix', label: 'Mix', all: 'every mix' },
  { key: 'grade', label: 'Grade', all: 'every grade' },
  { key: 'plastisol', label: 'Bottle of plastisol', all: 'every bottle' },
  { key: 'injector', label: 'Injector', all: 'every injector' },
  { key: 'block', label: 'Block', all: 'every block' },
  { key: 'by', label: 'Shot by', all: 'all hands' },
  { key: 'season', label: 'Season', all: 'the whole year' },
];
