import type { Vessel } from '../build/tools.ts';
import type { Entry } from '../plan/shelf.ts';
import type { CupChoice } from '../plan/input.ts';
import { choiceDensity } from '../plan/run.ts';
import { airVolume, limitMass } from '../shot/cup.ts';
import { density, PLASTISOL } from '../material/index.ts';
import { CupPace } from '../tape/cupPace.ts';
import type { TimingKnown } from '../tape/hands.ts';
import { handTakes } from '../tape/evening.ts';
import { remembered } from '../remembered.ts';
import { SHORT_BURST, type Ways } from '../ways.ts';

/** What making a mix ready takes about. */
export interface AboutCup {
  charges: number;
  /** s of each charge in an oven, and looks at it */
  cooks: { seconds: number; looks: number };
  /** g left in it at the end */
  leftG: number;
}

/** g by which charges are told from each other. */
const STEP = 20;

/** The charges of a cup, by the g it is to give: in the smallest vessel that holds them, or the largest. */
export function aboutCups({
  vessels,
  known,
  ways,
}: {
  vessels: readonly Entry<Vessel>[];
  known: TimingKnown;
  ways: Ways;
}): (cup: CupChoice, uses: { grams: number; most: number }) => AboutCup | null {
  const bySize = [...vessels].sort((one, other) => one.spec.volume - other.spec.volume);
  const longest = ways.bursts === 'short' ? SHORT_BURST : Infinity;
  const look = handTakes(known, 'seenTo').mean;
  const vesselsFor = remembered((cup: CupChoice) => {
    const cold = choiceDensity(cup);
    return bySize.map(({ id, spec }) => ({
      cup: { ...cup, vessel: { id, vessel: spec } },
      holds: limitMass(spec, cup.degas !== 'none', PLASTISOL.fusion, cold),
      keeps: airVolume(spec) * density(PLASTISOL.fusion, cold),
    }));
  });
  const kept = new Map<string, AboutCup['cooks']>();
  const cooks = (cup: CupChoice, grams: number): AboutCup['cooks'] => {
    const key = `${cup.vessel!.id} ${choiceDensity(cup)} ${grams}`;
    const held = kept.get(key);
    if (held) return held;
    const pace = new CupPace({ id: cup.id, charges: [], mostMl: 0 }, cup, known);
    let [seconds, looks] = [0, 0];
    while (!pace.isThrough) {
      seconds += pace.burst(seconds + looks * look, { grams, oven: 0, longest });
      looks += 1;
    }
    kept.set(key, { seconds, looks });
    return { seconds, looks };
  };
  return (cup, { grams, most }) => {
    const vessels = vesselsFor(cup);
    const vessel = vessels.find(({ holds, keeps }) => holds >= grams + keeps) ?? vessels.at(-1);
    if (!vessel || vessel.holds < most) return null;
    const { holds, keeps } = vessel;
    const charges = Math.max(1, Math.ceil(grams / Math.max(most, holds - keeps) - 1e-9));
    const each = Math.min(holds, grams / charges + keeps);
    return {
      charges,
      cooks: cooks(vessel.cup, STEP * Math.max(1, Math.round(each / STEP))),
      leftG: keeps,
    };
  };
}
