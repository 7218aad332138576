import { degrees, lasting } from '../../quantity/index.ts';
import { BAIT_TAKES, shareShort, warmingPays, warmTime } from '../../heat/index.ts';
import { bodyOfMould, mouldHeat, roomOf } from '../effects/mouldHeat.ts';
import type { RunState, SessionState } from '../state.ts';
import type { MouldState } from '../state/mould.ts';
import { coldTonight } from '../teach.ts';
import { cupsInHand } from './cupsInHand.ts';
import type { Step } from '../step.ts';
import { injectorOf } from './work.ts';
import { cleanStep } from './clean.ts';
import { isSkipped, skipOf } from '../skips.ts';

/** s of work that a bait has cost tonight; what is usual where hardly any are shot. */
export function baitTakes(state: SessionState, now: number): number {
  const baits = [...state.shots.values()].reduce((sum, shot) => sum + shot.cavities.size, 0);
  const first = [...state.shots.values()][0]?.at;
  return baits < TELLING || first === undefined
    ? BAIT_TAKES
    : Math.min(2 * BAIT_TAKES, Math.max(BAIT_TAKES / 3, (now - first) / 1000 / baits));
}
/** Baits shot tonight from which on they tell how long one takes. */
const TELLING = 12;

/** Share of a shot as makers say it. */
const SHARES = [
  [0.85, 'nearly all'],
  [0.6, 'two in three'],
  [0.42, 'half'],
  [0.28, 'a third'],
  [0.2, 'a quarter'],
  [0.13, 'one in six'],
  [0, 'one in ten'],
] as const;
const shareSaid = (share: number): string => SHARES.find(([least]) => share >= least)![1];

/** s until a mould is back at its own heat: put on the plate, warmed, taken off. */
const plateTakes = (state: SessionState, mould: MouldState, celsius: number): number =>
  HANDS_WARM +
  (warmTime(bodyOfMould(mould.mould), {
    from: celsius,
    to: mould.mould.warmTo,
    room: roomOf(state),
    by: 'plate',
  }) ?? 0);
/** Whether warming again costs less than the baits that metal so cold would spoil. */
const warmsAgain = (
  state: SessionState,
  mould: MouldState,
  { celsius, takes, now }: { celsius: number; takes: number; now: number },
): boolean =>
  mould.mould.warmTo - celsius >= LEAST_UNDER &&
  warmingPays({
    under: mould.mould.warmTo - celsius,
    even: coldTonight(state, mould).mean,
    baits: mould.mould.cavities.length,
    each: baitTakes(state, now),
    takes,
  });
/**
 * s of warming that a mould will want before it is filled again at a moment; 0 where it will be
 * warm enough.
 */
export function warmingDue(
  state: SessionState,
  mould: MouldState,
  at: number,
  now: number,
): number {
  const { celsius } = mouldHeat(state, mould, at);
  const takes = plateTakes(state, mould, celsius);
  return !mould.warmed || warmsAgain(state, mould, { celsius, takes, now }) ? takes : 0;
}

/** What warming a mould is, whenever it is asked. */
const warming = (mould: MouldState) =>
  ({
    key: 'warmMould',
    target: mould.key,
    send: { kind: 'warmed', payload: { target: { kind: 'mould', key: mould.key } } },
    label: 'It is warm',
    caution: 'Do not leave a heat gun or plate on by itself.',
  }) as const;

/** For its first shot. */
function firstWarmStep(state: SessionState, mould: MouldState): Step | null {
  if (isSkipped(state, 'warmMould', mould)) return null;
  const { units } = state.snapshot;
  const read = mould.reading ? ` It was ${degrees(mould.reading.celsius, units)}.` : '';
  return {
    ...warming(mould),
    sentence: `Warm ${mould.mould.name} to ${degrees(mould.mould.warmTo, units)}`,
    detail:
      'A few minutes on the plate, half a minute with the gun; on wood, not on metal. Last ' +
      `of all: it goes cold while it waits.${read}`,
    skip: skipOf('warmMould', mould),
  };
}

/** s since a mould was last warmed, or its metal read. */
const since = (mould: MouldState, kind: 'warmed' | 'read', now: number): number =>
  (now - (mould.told.findLast((note) => note.kind === kind)?.at ?? -Infinity)) / 1000;

/**
 * Whether a mould that was warmed may be warmed again. What lies in it already would come out hot,
 * oiled and loose, so it is warmed before it is loaded; and not when it was warmed a moment ago and
 * nothing was read of it since.
 */
function mayWarmAgain(state: SessionState, run: RunState, mould: MouldState, now: number): boolean {
  const [warmed, read] = [since(mould, 'warmed', now), since(mould, 'read', now)];
  const seenTo = warmed < SEEN_TO && warmed <= read;
  return (
    !seenTo &&
    mould.phase.is === 'open' &&
    mould.loaded.size === 0 &&
    !isSkipped(state, 'warmMouldAgain', mould) &&
    run.done + run.trialsDone < run.target + run.trials
  );
}

/** Metal nobody has looked at for a while: a look costs less than warming it or not by mistake. */
function readMetalStep(state: SessionState, mould: MouldState, celsius: number, sd: number): Step {
  const { units } = state.snapshot;
  const { name, warmTo } = mould.mould;
  return {
    key: 'readMould',
    target: mould.key,
    sentence:
      `Hold the probe to ${name}: about ${degrees(celsius, units)}, it may be ` +
      `${degrees(celsius - sd, units)}`,
    detail: `It likes ${degrees(warmTo, units)}. What is read tells whether to warm it, tonight and next time.`,
    label: `Read ${name}`,
    read: { kind: 'mould', key: mould.key },
    skip: skipOf('readMould', mould),
  };
}

/** When it has gone so cold that warming costs less than what would come short. */
function warmAgainStep(state: SessionState, mould: MouldState, now: number): Step | null {
  const { units } = state.snapshot;
  const { name, warmTo } = mould.mould;
  const { celsius, sd } = mouldHeat(state, mould, now);
  const takes = plateTakes(state, mould, celsius);
  const pays = (at: number) => warmsAgain(state, mould, { celsius: at, takes, now });
  if (
    sd > DOUBTFUL &&
    since(mould, 'read', now) > SEEN_TO &&
    pays(celsius - sd) !== pays(celsius + sd) &&
    !isSkipped(state, 'readMould', mould)
  )
    return readMetalStep(state, mould, celsius, sd);
  if (!pays(celsius)) return null;
  const short = shareSaid(shareShort(warmTo - celsius, coldTonight(state, mould).mean));
  return {
    ...warming(mould),
    sentence: `Warm ${name} again: metal ${degrees(celsius, units)}, ${short} would come short`,
    detail:
      `It likes ${degrees(warmTo, units)}; on the plate that takes about ${lasting(takes)}, ` +
      'less than the baits it saves.',
    skip: skipOf('warmMouldAgain', mould),
  };
}

/** A mould warmed for its first shot, and again when it has gone too cold. */
function warmStep(
  state: SessionState,
  run: RunState,
  mould: MouldState | undefined,
  now: number,
): Step | null {
  if (!mould || mould.pours.length > 0) return null;
  if (mould.phase.is !== 'open' && mould.phase.is !== 'closed') return null;
  if (!mould.warmed) return firstWarmStep(state, mould);
  return mayWarmAgain(state, run, mould, now) ? warmAgainStep(state, mould, now) : null;
}
/** K under its own heat within which a mould said to be warm may be anyway. */
const LEAST_UNDER = 4;
/** s for which a mould that was warmed or looked at is not asked about again (judgement). */
const SEEN_TO = 240;
/** A mould's heat known less surely than this, K, is worth a look before it is warmed or not. */
const DOUBTFUL = 2.5;
/** s of work to put a mould on the plate and take it off. */
const HANDS_WARM = 15;

/** The room is read once: metal and cups lose their heat to it. */
const roomStep = (state: SessionState): Step | null =>
  state.roomCelsius !== null || isSkipped(state, 'readRoom', undefined)
    ? null
    : {
        key: 'readRoom',
        target: 'room',
        sentence: `How warm is the shop? ${degrees(roomOf(state), state.snapshot.units)} is only a guess`,
        detail:
          'Metal and cups lose their heat to it: it tells when to warm again, and when to open.',
        label: 'Read the shop',
        read: { kind: 'room', key: 'room' },
        skip: skipOf('readRoom', undefined),
      };
/** The injector and its block are warmed and oiled before the first draw. */
function injectorStep(state: SessionState, run: RunState): Step | null {
  const injector = injectorOf(state, run);
  if (!injector || injector.warmed || isSkipped(state, 'warmInjector', injector)) return null;
  const yoke = run.stage.yoked ? '' : ', yoke off';
  const plungers = injector.injector.barrels.length;
  const block = run.stage.block ? ' and its block' : '';
  return {
    key: 'warmInjector',
    target: injector.key,
    sentence:
      `Warm ${injector.injector.name}${block}, oil ` +
      `${plungers} ${plungers === 1 ? 'plunger' : 'plungers'}${yoke}`,
    detail: 'Cold metal freezes the first shot; a dry plunger sticks and draws air past it.',
    label: yoke ? 'Warm, oiled, yoke off' : 'Warm and oiled',
    send: { kind: 'warmed', payload: { target: { kind: 'injector', key: injector.key } } },
    skip: skipOf('warmInjector', injector),
  };
}

/** What moulds, injector and block still want before the first shot, with the reason. */
export function metalSteps(state: SessionState, run: RunState, now: number): Step[] {
  // Metal is warmed last: while the cups still want something it would only go cold again.
  const ready = cupsInHand(state, run).every((cup) => cup.fused || isSkipped(state, 'cook', cup));
  const warmed = ready
    ? [
        roomStep(state),
        ...run.tools.moulds.map(({ id }) =>
          warmStep(state, run, state.moulds.get(String(id)), now),
        ),
        injectorStep(state, run),
      ]
    : [];
  return [...warmed, cleanStep(state, run)].filter((step) => step !== null);
}
