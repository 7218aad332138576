import { insertOf } from '../../../build/inserts/index.ts';
import { worthKeeping } from '../../effects/grams.ts';
import { skipOf } from '../../skips.ts';
import type { Send } from '../../step.ts';
import { eachCounted } from './counted.ts';

/** Inserts are laid by for the stage that takes them. */
export const keep = eachCounted((_state, shot) => {
  const insert = insertOf(shot.stage.makes);
  if (!insert) return null;
  const count = worthKeeping(shot);
  const kept = (oiled: boolean): Send => ({ kind: 'kept', payload: { shot: shot.id, oiled } });
  return {
    key: 'keep',
    target: shot.id,
    sentence: insert.layBy.act(count),
    detail: insert.layBy.care,
    label: `${count} ${insert.many} laid by, oiled`,
    send: kept(true),
    others: [{ label: 'Laid by dry', send: kept(false) }],
    skip: skipOf('keep', shot),
  };
});
