import { isJudged } from '../build/build.ts';
import { insertOf } from '../build/inserts/index.ts';
import { joined, phrase } from '../quantity/phrase.ts';
import { worthKeeping } from './effects/grams.ts';
import { isNever } from './habits.ts';
import type { SessionState } from './state.ts';
import { coolingOf } from './state/mould.ts';
import type { ShotState } from './state/shot.ts';
import type { Send, Step } from './step.ts';
import { isOf, type StepKey } from './stepKinds.ts';
import { layBy } from './steps/rack/layBy.ts';
import { sprueBack } from './steps/moulds/sprue.ts';
import { overItsHalf } from './steps/moulds/top.ts';
import { turnOf } from './steps/work.ts';

/** A step with what is done in the same breath; as it was where nothing is. */
type Joined = (state: SessionState, step: Step, now: number) => Step;

/** The first of several acts alone: the others are asked for one by one then. */
const alone = (label: string, { send }: Step) => ({ label, send: send! });

/** Closed, clamped, and each port seen over its half: one look. */
const closed: Joined = (state, step) => {
  const turn = turnOf(state, step.target);
  const top = turn && !isNever(state, 'top', step.target) ? overItsHalf(state, turn) : null;
  const gaps = step.send?.kind === 'closed' ? step.send.payload.gaps : [];
  if (!top || gaps.length > 0) return step;
  return {
    ...step,
    sentence: joined([step.sentence, phrase`; ${top.letter} over TOP`]),
    detail: joined([step.detail, phrase` ${top.says}`]),
    label: `Closed, no gap, ${top.letter} over TOP`,
    then: [...(step.then ?? []), top.send],
    others: [alone('Only closed', step), ...(step.others ?? [])],
  };
};

interface After {
  sends: Send[];
  says: string;
  /** the last of it, in a word */
  so: string;
  /** what is taken care of */
  care: string;
}
/** Where its sprue goes and what becomes of its baits, as far as nothing else comes between. */
function afterCount(state: SessionState, shot: ShotState): After | null {
  const back = sprueBack(state, shot);
  const laid = layBy(state, shot);
  if (!laid) return null;
  const cup = state.cups.get(back.to);
  const sprue = cup ? `sprue to ${cup.letter}` : 'sprue put by';
  const insert = insertOf(shot.stage.makes);
  const { act, care } = insert?.layBy ?? { act: () => '', care: '' };
  return {
    sends: [back.send, laid],
    says: `${sprue}, ${insert ? 'laid by, oiled' : 'on the rack'}`,
    so: insert ? 'laid by' : 'racked',
    care: insert ? ` ${act(worthKeeping(shot))}. ${care}` : '',
  };
}

/** Whether a shot is counted by a look at all of it, with nothing to be said of any. */
const isPlain = (shot: ShotState): boolean => !isJudged(shot.stage) && !shot.trial && !shot.turned;

/** Opened, all good, the sprue put by, the baits laid down. */
const opened: Joined = (state, step) => {
  const shot = state.shots.get(state.moulds.get(step.target)?.shot ?? '');
  const after = shot && isPlain(shot) ? afterCount(state, shot) : null;
  if (!shot || !after) return step;
  const count = shot.cavities.size;
  return {
    ...step,
    sentence: joined([step.sentence, phrase`: all ${count} good, ${after.says}`]),
    detail: joined([step.detail, ` Touch those that are not good.${after.care}`]),
    label: `Open, all ${count} good, ${after.so}`,
    then: [{ kind: 'marked', payload: { shot: shot.id } }, ...after.sends],
    others: [alone('Only opened', step), ...(step.others ?? [])],
  };
};

/** Counted, the sprue put by, the baits laid down. */
const counted: Joined = (state, step) => {
  const shot = state.shots.get(state.moulds.get(step.target)?.shot ?? '');
  if (!shot || step.send?.kind !== 'marked' || shot.trial) return step;
  const after = afterCount(state, shot);
  if (!after) return step;
  return {
    ...step,
    detail: joined([step.detail, after.care]),
    label: joined([step.label, `, ${after.so}`]),
    then: after.sends,
    others: [alone('Only counted', step), ...(step.others ?? [])],
  };
};

/** Topped off, and looked at again half a minute later. */
const toppedOff: Joined = (state, step) => {
  const mould = state.moulds.get(step.target);
  const cooling = mould && coolingOf(mould);
  if (!cooling || isNever(state, 'secondLook', step.target)) return step;
  return {
    ...step,
    sentence: joined([step.sentence, ', and once more when it has sunk']),
    label: 'Topped off, looked again',
    until: cooling.lookAt,
    then: [{ kind: 'toppedOff', payload: { mould: step.target, look: 2, took: true } }],
    others: [alone('Only topped off', step), ...(step.others ?? [])],
  };
};

/** What is done in one breath, by the first of it. */
const BREATHS: Partial<Record<StepKey, Joined>> = {
  close: closed,
  topOff: toppedOff,
  open: opened,
  mark: counted,
};

/** Whether a step only waits for its second look: hands are free meanwhile. */
const looksLater = (step: Step, now: number): boolean =>
  step.key === 'topOff' && step.until !== undefined && step.until > now;

/**
 * What could be done now, with what is done in one breath as one step: one press, recorded as the
 * events it is. Each can be opened into its parts: its first alone is offered beside it.
 * @param all as `steps` has them, the most pressing first
 */
export function inOneBreath(state: SessionState, all: readonly Step[], now: number): Step[] {
  const own = all.map((step) => BREATHS[step.key]?.(state, step, now) ?? step);
  const later = own.filter((step) => looksLater(step, now));
  if (later.length === 0) return own;
  const others = own.filter((step) => !later.includes(step));
  // What is under the hands goes on while the sprue sinks; what merely waits comes after it.
  const at = others.findIndex((step) => !isOf(step, 'pressing'));
  const cut = at < 0 ? others.length : at;
  return [...others.slice(0, cut), ...later, ...others.slice(cut)];
}
