import { deepestGauge, gaugeFor, riseUnderVacuum } from '../../../heat/degas.ts';
import { vesselOf } from '../../../heat/vessel.ts';

import { density, PLASTISOL } from '../../../material/plastisol.ts';
import { joined, phrase, type Phrase, saidAmount } from '../../../quantity/phrase.ts';
import type { SessionState } from '../../state.ts';
import type { CupState } from '../../state/cup.ts';
import { SMALL } from '../cupsInHand.ts';

/** inHg a pot is usually drawn to. */
const DRAWN_TO = 29;

/** How full a cup is, as a share of its brim. */
const fullOf = (cup: CupState): number =>
  cup.grams /
  density(cup.fused ? PLASTISOL.worked : 20, cup.density20) /
  Math.max(1, vesselOf(cup.vessel).volume);

/**
 * What the pot can do here, and whether this cup stays in it (M10): the gauge, how far it rises,
 * the cups that go in together.
 */
export function potSaid(state: SessionState, cup: CupState): Phrase {
  const metres = state.snapshot.heat.altitude ?? 0;
  const deepest = deepestGauge(metres);
  const gauge = Math.min(DRAWN_TO, deepest - 0.5);
  const rises = riseUnderVacuum(gauge, metres);
  const full = fullOf(cup);
  const fits = full * rises <= 1;
  const small = vesselOf(cup.vessel).volume <= SMALL;
  return joined([
    `The gauge reads ${deepest.toFixed(1)} inHg at most here. At ${gauge.toFixed(1)} it `,
    `rises to ${rises.toFixed(1)} times: ${Math.round(full * 100)} % full, `,
    fits
      ? 'it stays in the cup'
      : `it would boil over, so stop at ${gaugeFor(full, metres).toFixed(1)}`,
    `. ${small ? 'Two small cups go in together.' : 'One cup this size at a time.'} Swirl `,
    'to break the froth; when it climbs, let air in and start again. Cup limit ',
    phrase`${saidAmount(cup.limitMl, 'volume')}.`,
  ]);
}

/** What the pot's gauge means for a cup in it. */
export function gaugeSaid(state: SessionState, cup: CupState, inHg: number): string {
  const full = fullOf(cup);
  const rises = riseUnderVacuum(inHg, state.snapshot.heat.altitude ?? 0);
  const where =
    full * rises > 1
      ? 'over the brim by now: let air in'
      : `${Math.round(full * rises * 100)} % of the cup`;
  return (
    `The gauge reads ${inHg.toFixed(1)} inHg: it stands about ${rises.toFixed(1)} times ` +
    `as high, ${where}.`
  );
}
