import { isJudged, MAKES } from '../../../build/build.ts';
import type { ShotState } from '../../state/shot.ts';
import { eachShot } from './each.ts';

/** Good of a shot so far: untouched is good. */
const tally = (shot: ShotState) => {
  const of = (grade: string) =>
    [...shot.marks.values()].filter((mark) => mark.grade === grade).length;
  return {
    seconds: of('second'),
    usable: of('usable'),
    good: shot.cavities.size - of('second') - of('usable'),
  };
};

/**
 * Marking: each judged by look where no two come alike, else only those touched that are not good.
 */
export const mark = eachShot(({ mould, shot }) => {
  if (mould.phase.is !== 'opened') return null;
  const { seconds, usable, good } = tally(shot);
  const many = MAKES[shot.stage.makes].many;
  const next = isJudged(shot.stage)
    ? [...shot.cavities.keys()]
        .sort((one, other) => one - other)
        .find((cavity) => !shot.judged.has(cavity))
    : undefined;
  const so = `${good} good${usable ? `, ${usable} usable` : ''}${seconds ? `, ${seconds} to go back` : ''}.`;
  if (next !== undefined) {
    return {
      key: 'mark',
      target: mould.key,
      sentence: `Judge them by look, one by one: cavity ${next}`,
      detail:
        `No two come alike. ${shot.judged.size} of ${shot.cavities.size} looked at. Touch it ` +
        'if it is not good.',
      label: `Cavity ${next} is good`,
      send: {
        kind: 'cavityMarked',
        payload: { shot: shot.id, cavity: next, grade: 'good', fault: null },
      },
      others: [
        { label: 'The rest are good', send: { kind: 'marked', payload: { shot: shot.id } } },
      ],
    };
  }
  const turned = shot.turned
    ? 'Shot with the block turned: touch any that are good all the same. '
    : '';
  return {
    key: 'mark',
    target: mould.key,
    sentence:
      `Look at all ${shot.cavities.size}${many === 'baits' ? '' : ` ${many}`}, touch those ` +
      'that are not good',
    detail: `${turned}${so} ${isJudged(shot.stage) ? 'All are looked at.' : 'Untouched is good.'}`,
    label: `${good} of ${shot.cavities.size} good`,
    send: { kind: 'marked', payload: { shot: shot.id } },
    ...(shot.trial && good + usable > 0
      ? {
          others: [
            {
              label: `Keep the ${good + usable} trial ${many}`,
              send: { kind: 'marked' as const, payload: { shot: shot.id, keep: true } },
            },
          ],
        }
      : {}),
  };
});
