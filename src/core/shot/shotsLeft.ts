import type { Flow } from './recirculation.ts';
import { sum } from './volume.ts';

/** No cup gives more shots than this. */
const MOST = 2000;

/**
 * Shots a cup still gives, one alike after the other, without a fresh charge.
 * @param held g it holds
 * @param flows what one shot takes from cups, and what of it comes back
 * @param cup the cup asked about
 * @param air g that must stay in it so that a draw takes no air
 * @param sprues whether what comes back goes round again; where the cup runs short, what still lies
 *   in moulds is waited for
 * @returns shots; `MOST` from a cup the shots do not take from
 */
export function shotsLeft(
  held: number,
  flows: readonly Flow[],
  { cup, air, sprues }: { cup: string; air: number; sprues: boolean },
): number {
  const takes = sum(flows.map((flow) => flow.takes[cup] ?? 0));
  if (takes <= 0) return MOST;
  const comes = sprues
    ? sum(
        flows
          .flatMap(({ returns }) => returns.filter(({ to }) => to === cup))
          .map((part) => part.grams),
      )
    : 0;
  // What comes back of a shot is there for the one after it, at the latest when it is waited for.
  let level = held;
  let shots = 0;
  while (shots < MOST && level - takes >= air - 1e-9) {
    level += comes - takes;
    shots += 1;
  }
  return shots;
}
