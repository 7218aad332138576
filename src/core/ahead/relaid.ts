import type { Piece } from './piece.ts';
import { aboutWith, type Asked, type Laid, placesAbout } from './place.ts';

/** Times a layout is laid at, as pieces are laid into them one by one. */
export class Relaid {
  readonly changed = new Map<number, readonly Piece[]>();
  private readonly times: Laid[];
  constructor(
    times: readonly Laid[],
    private readonly asked: Asked,
    /** those that pieces are laid into */
    private readonly among: ReadonlySet<number>,
  ) {
    this.times = [...times];
  }
  /** Whether a time can be about so. */
  put(at: number, pieces: readonly Piece[]): boolean {
    const laid = aboutWith(this.times[at]!, pieces, this.asked);
    if (laid) this.keep(at, laid);
    return laid !== null;
  }
  /** Lays a piece where it is about to add the least; whether there is room. */
  lay(piece: Piece): boolean {
    const place = placesAbout(this.times, piece, this.asked).find(({ at }) => this.among.has(at));
    if (place) this.keep(place.at, place.laid);
    return place !== undefined;
  }
  private keep(at: number, laid: Laid): void {
    this.times[at] = laid;
    this.changed.set(at, laid.pieces);
  }
}
