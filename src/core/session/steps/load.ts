import { capital } from '../advise/words.ts';
import { MAKES, POUR_BY, type Stage } from '../../build/build.ts';
import { LIES } from '../../mould/kinds.ts';
import { lieOf } from '../../mould/mould.ts';
import { sourceOf } from '../../plan/run.ts';
import { say, degrees } from '../../quantity/format.ts';
import { sum } from '../../shot/volume.ts';
import { massFor } from '../effects/masses.ts';
import { unloaded, unpoured } from '../guard/mould.ts';
import { ready, lotsFor } from '../inserts.ts';
import type { SessionState } from '../state.ts';
import type { Step, Send } from '../step.ts';
import { type Turn, isTrialNext } from './work.ts';
import { layerCupKey } from '../layerCup.ts';
import { isSkipped, skipOf } from '../skips.ts';

/** Inserts laid in, cavity by cavity, each looked at for a gap. */
export function loadStep(state: SessionState, { run, mould }: Turn): Step | null {
  const left = unloaded(run, mould);
  if (left.length === 0 || mould.phase.is !== 'open' || isSkipped(state, 'load', mould))
    return null;
  const there = ready(state, run);
  if (there === 0) return null;
  const source = sourceOf(run.job, run.stage)!;
  const one = MAKES[source.stage.makes].name;
  const many = MAKES[source.stage.makes].many;
  const fitting = left.slice(0, there);
  const lay = (cavities: number[], gap: boolean): Send => ({
    kind: 'loaded',
    payload: { mould: mould.key, job: run.key, cavities, gap },
  });
  const lie = lieOf(mould.mould, source.mould);
  const dry = lotsFor(state, run).some((lot) => lot.left > 0 && !lot.oiled);
  return {
    key: 'load',
    target: mould.key,
    sentence: `Lay a ${one} in cavity ${left[0]} of ${mould.mould.name}`,
    detail:
      `${capital(MAKES[source.stage.makes].lay)}${lie && lie.lies !== 'same' ? `; ${LIES[lie.lies].name}` : ''}. ` +
      `Look round it for a gap. ${there} ${there === 1 ? one : many} ` +
      `ready${dry ? ', laid by dry: oil it' : ''}.`,
    label: `Cavity ${left[0]}: in, no gap`,
    send: lay([left[0]!], false),
    others: [
      ...(fitting.length > 1
        ? [{ label: `All ${fitting.length} are in, no gap`, send: lay(fitting, false) }]
        : []),
      { label: 'A gap shows round it', send: lay([left[0]!], true) },
      {
        label: `This ${one} is spoiled`,
        send: { kind: 'insertSpoiled', payload: { job: run.key, count: 1, why: 'at loading' } },
      },
    ],
    skip: skipOf('load', mould),
  };
}
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
export function pourStep(state: SessionState, turn: Turn): Step | null {
  const { run, mould } = turn;
  const next = unpoured(run, mould)[0];
  if (!next || !mayPour(turn) || isSkipped(state, 'pour', turn.mould)) return null;
  const { units } = state.snapshot;
  const of = pourings(state, turn).find((pouring) => pouring.layer === next.key)!;
  const cup = state.cups.get(of.cup);
  const pour = (layer: string, cup: string, grams: number, again: boolean): Send => ({
    kind: 'poured',
    payload: { mould: mould.key, job: run.key, layer, cup, grams, trial: isTrialNext(run), again },
  });
  const count = mould.mould.cavities.length;
  const last = mould.pours.at(-1);
  const byRod = run.stage.by === 'rod';
  const what = `${say(of.grams, 'mass', units, 1)} of ${cup?.letter ?? '?'}`;
  const each =
    count > 1 ? `${say(of.grams / count, 'mass', units, 2)} in each of ${count} cavities. ` : '';
  const read = cup?.reading ? `${cup.letter} was ${degrees(cup.reading.celsius, units)}.` : '';
  return {
    key: 'pour',
    target: mould.key,
    sentence: byRod
      ? `Spoon ${what} to the port of ${mould.mould.name}, push it in`
      : `${POUR_BY.hand.act} ${next.name.toLowerCase()} in ${mould.mould.name}: ${what}`,
    detail: `${each}${careOf(run.stage)} ${read}`,
    label: byRod ? 'It is pushed in' : 'It is poured',
    send: pour(next.key, of.cup, of.grams, false),
    others: last
      ? [
          {
            label: 'Peel the last one off, pour it again',
            send: pour(last.layer, last.cup, last.grams, true),
          },
        ]
      : [],
    // Where nothing is shot after it there would be nothing left to do.
    skip: run.stage.layers.length > 0 ? skipOf('pour', turn.mould) : undefined,
    caution: 'Plastic at this heat sticks and burns: heat gloves, long sleeves, eye protection.',
  };
}
