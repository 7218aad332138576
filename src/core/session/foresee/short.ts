import { CONTACT } from '../../heat/constants.ts';
import { reachOf, heatToReach } from '../../heat/fill.ts';
import type { ThinPart } from '../../plan/mouldHeat.ts';
import type { MouldForecast } from './types.ts';

type Short = MouldForecast['short'];
const shorts = new Map<string, Short>();
/**
 * Whether the thinnest part of these baits comes short (M7): asked for every second, so kept by
 * what it hangs on.
 */
export function shortOf(
  { thin, pressure }: { thin: ThinPart; pressure: number },
  shot: number,
  metal: number,
): Short {
  const [from, to] = [Math.round(shot), Math.round(metal)];
  const key = [JSON.stringify(thin), from, to, Math.round(pressure / 1000)].join();
  const held = shorts.get(key);
  if (held !== undefined) return held;
  const reach = reachOf(thin, { shot: from, metal: to, pressure, contact: CONTACT, way: thin.way });
  const made =
    reach >= thin.length
      ? null
      : {
          reach,
          length: thin.length,
          heat: heatToReach(thin, thin.length, {
            metal: to,
            pressure,
            contact: CONTACT,
            way: thin.way,
          }),
        };
  if (shorts.size > 200) shorts.delete(shorts.keys().next().value!);
  shorts.set(key, made);
  return made;
}
