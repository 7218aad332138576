import type { PlaceKey } from '../place.ts';

/** What is to be known of a kind of insert: what leaves one stage's mould for another's. */
export interface Insert {
  name: string;
  many: string;
  /** how it is laid into the mould it is shot on to in */
  layIn: string;
  /** how so many are taken out of their own mould and laid by, and what is taken care of */
  layBy: { act: (count: number) => string; care: string };
  /** rods may keep a channel in it open; what is shot next goes into that, not round it */
  hollow: boolean;
  /** what a picture shows of it where its colours are not known: in its own mould, and laid in */
  drawn: { made: readonly DrawnPart[]; laidIn: readonly DrawnPart[] };
}
interface DrawnPart {
  place: PlaceKey;
  tone: 'soft' | 'thin' | 'open';
}
