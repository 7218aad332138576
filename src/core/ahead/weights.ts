/** g of plastic left over that are weighed as one. */
export const LEFT_WEIGHED = 100;

/** How much counts against a layout, each against the other. */
export interface Weights {
  /** h at the bench that a piece a day late is worth */
  late: number;
  /** h at the bench that a session more is worth */
  session: number;
  /** min at the bench that {@link LEFT_WEIGHED} of plastic left over are worth */
  left: number;
}
/**
 * Promises before sessions, sessions before minutes, minutes before plastic (judgements): what
 * colours that follow each other cost is in the minutes.
 */
export const USUAL_WEIGHTS: Weights = { late: 100, session: 5, left: 1 };

/** What a layout, or a part of one, comes to. */
export interface Comes {
  /** s late, piece by piece */
  late: number;
  sessions: number;
  /** s at the bench */
  seconds: number;
  /** g of plastic left over */
  leftG: number;
}
/** What counts against it, all in s at the bench. */
export const against = ({ late, sessions, seconds, leftG }: Comes, weights: Weights): number => {
  const hours = weights.late * (late / 86_400) + weights.session * sessions;
  return seconds + 3600 * hours + 60 * weights.left * (leftG / LEFT_WEIGHED);
};
