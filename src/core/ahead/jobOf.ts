import type { WantedPart } from '../plan/draft.ts';
import { jobKey } from '../plan/jobKey.ts';
import type { Chosen } from './chosen.ts';
import type { Piece } from './piece.ts';

/** A choice as part of a key; nothing where none was made. */
export const chosenKey = ({ mould, injector, place }: Chosen = {}): string | undefined =>
  [mould && `m${mould}`, injector && `i${injector}`, place].filter(Boolean).join('.') || undefined;

/** The job of a session that a piece is shot in: halves of one are one job, unless chosen otherwise. */
export const jobOf = (piece: Piece): string => jobKey({ ...piece, apart: chosenKey(piece.chosen) });

/** The parts of pieces as a session is drafted of them. */
export const partsOf = (pieces: readonly Piece[]): WantedPart[] =>
  pieces.flatMap(({ parts, chosen }) => {
    const apart = chosenKey(chosen);
    return parts.map((part) => (apart === undefined ? part : { ...part, apart }));
  });
