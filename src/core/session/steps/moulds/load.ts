import { MAKES } from '../../../build/build.ts';
import { insertOf } from '../../../build/inserts/index.ts';
import { LIES } from '../../../mould/kinds.ts';
import { lieOf } from '../../../mould/mould.ts';
import { sourceOf } from '../../../plan/run.ts';
import { capital, joined } from '../../../quantity/phrase.ts';
import { unloaded } from '../../guard/mould.ts';
import { lotsFor, ready } from '../../inserts.ts';
import { isSkipped, skipOf } from '../../skips.ts';
import type { Send } from '../../step.ts';
import { ofTurn } from '../atBench.ts';

/** Inserts laid in, cavity by cavity, each looked at for a gap. */
export const load = ofTurn(({ state }, { run, mould }) => {
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
    detail: joined([
      capital(insertOf(source.stage.makes)?.layIn ?? ''),
      lie && lie.lies !== 'same' ? `; ${LIES[lie.lies].name}` : '',
      `. Look round it for a gap. ${there} ${there === 1 ? one : many} `,
      `ready${dry ? ', laid by dry: oil it' : ''}.`,
    ]),
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
});
