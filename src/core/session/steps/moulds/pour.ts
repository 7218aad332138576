import { type Pour, POUR_BY, type Stage } from '../../../build/build.ts';
import { phrase, saidAmount, saidHeat } from '../../../quantity/phrase.ts';
import { sum } from '../../../shot/volume.ts';
import { massFor } from '../../effects/masses.ts';
import { unpoured } from '../../guard/mould.ts';
import { layerCupKey } from '../../layerCup.ts';
import { isSkipped, skipOf } from '../../skips.ts';
import type { SessionState } from '../../state.ts';
import type { Send } from '../../step.ts';
import { ofTurn } from '../atBench.ts';
import { isTrialNext, type Turn } from '../work.ts';

/** Grams of each layer poured into a mould, with the sprue for the last one pushed by rod. */
export function pourings(
  state: SessionState,
  { run, mould }: Turn,
): { layer: string; name: string; cup: string; grams: number }[] {
  const mass = massFor(state, run, mould);
  return run.stage.pours.map((pour, i) => ({
    layer: pour.key,
    name: pour.name,
    cup: layerCupKey(run, pour.key),
    grams:
      sum(mass.poured.get(pour.key)!.values()) +
      (run.stage.layers.length === 0 && i === run.stage.pours.length - 1 ? mass.feed : 0),
  }));
}

/** A pour is made into an open mould; one by rod into a closed one too. */
const mayPour = ({ run, mould }: Turn): boolean =>
  mould.phase.is === 'open' || (mould.phase.is === 'closed' && run.stage.by === 'rod');

/** What is poured into a mould next; nothing where none may be, or it was left out. */
export const nextPour = (state: SessionState, turn: Turn): Pour | undefined =>
  mayPour(turn) && !isSkipped(state, 'pour', turn.mould)
    ? unpoured(turn.run, turn.mould)[0]
    : undefined;
/** What is still to be poured into a mould, with its grams. */
export const toPour = (state: SessionState, turn: Turn): ReturnType<typeof pourings> =>
  mayPour(turn)
    ? pourings(state, turn).filter(({ layer }) =>
        unpoured(turn.run, turn.mould).some(({ key }) => key === layer),
      )
    : [];

/** What a pour is taken care of, by what comes after it. */
function careOf({ layers, by }: Stage): string {
  if (layers.length > 0) return 'A steady hand; let it skin before the mould is closed.';
  return by === 'rod'
    ? 'Slowly, until it shows at the vent.'
    : 'Level, and hot enough to run into the corners.';
}

/**
 * What is poured by hand, one layer after the other; what smears is peeled off and poured again.
 */
export const pour = ofTurn(({ state }, turn) => {
  const { run, mould } = turn;
  const next = nextPour(state, turn);
  if (!next) return null;
  const of = pourings(state, turn).find((pouring) => pouring.layer === next.key)!;
  const cup = state.cups.get(of.cup);
  const poured = (layer: string, cup: string, grams: number, again: boolean): Send => ({
    kind: 'poured',
    payload: { mould: mould.key, job: run.key, layer, cup, grams, trial: isTrialNext(run), again },
  });
  const count = mould.mould.cavities.length;
  const last = mould.pours.at(-1);
  const byRod = run.stage.by === 'rod';
  const what = phrase`${saidAmount(of.grams, 'mass', 1)} of ${cup?.letter ?? '?'}`;
  const each =
    count > 1
      ? phrase`${saidAmount(of.grams / count, 'mass', 2)} in each of ${count} cavities. `
      : '';
  const read = cup?.reading ? phrase`${cup.letter} was ${saidHeat(cup.reading.celsius)}.` : '';
  return {
    key: 'pour',
    target: mould.key,
    sentence: byRod
      ? phrase`Spoon ${what} to the port of ${mould.mould.name}, push it in`
      : phrase`${POUR_BY.hand.act} ${next.name.toLowerCase()} in ${mould.mould.name}: ${what}`,
    detail: phrase`${each}${careOf(run.stage)} ${read}`,
    label: byRod ? 'It is pushed in' : 'It is poured',
    send: poured(next.key, of.cup, of.grams, false),
    others: last
      ? [
          {
            label: 'Peel the last one off, pour it again',
            send: poured(last.layer, last.cup, last.grams, true),
          },
        ]
      : [],
    // Where nothing is shot after it there would be nothing left to do.
    skip: run.stage.layers.length > 0 ? skipOf('pour', turn.mould) : undefined,
    caution: 'Plastic at this heat sticks and burns: heat gloves, long sleeves, eye protection.',
  };
});
