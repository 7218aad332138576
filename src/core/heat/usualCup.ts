import { density } from '../material/plastisol.ts';
import type { CupBody, CupHeat } from './cupBody.ts';
import { after, EXCHANGE } from './cup.ts';
import { USUAL_VESSEL } from './vessel.ts';

/** K glass lags behind plastic just cooked (a judgement). */
const GLASS_LAG = 25;
const ROOM = 20;

/** A glass cup nothing is known of but its bore, mm, and mL of cold plastic in it. */
export const cupBody = (bore: number, ml: number): CupBody => ({
  plastic: ml * density(ROOM),
  glass: USUAL_VESSEL.glass,
  bore,
  volume: ml * (density(ROOM) / density(160)),
  exchange: EXCHANGE.usual,
  room: ROOM,
});

/** Its heat when its plastic was just read. @param celsius of the plastic */
export const justRead = (celsius: number): CupHeat => ({
  plastic: celsius,
  glass: Math.max(ROOM, celsius - GLASS_LAG),
});

/** How it cools, second by second. @returns °C of its plastic so many s later */
export function cools(body: CupBody, heat: CupHeat): (seconds: number) => number {
  const path = [heat];
  return (seconds) => {
    const whole = Math.floor(seconds);
    while (path.length <= whole + 1) path.push(after(body, path.at(-1)!, 1));
    return (
      path[whole]!.plastic + (seconds - whole) * (path[whole + 1]!.plastic - path[whole]!.plastic)
    );
  };
}
