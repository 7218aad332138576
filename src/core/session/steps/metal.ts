import { changeOf, lightness } from '../../build/index.ts';
import { degrees, lasting } from '../../quantity/index.ts';
import { BAIT_TAKES, shareShort, warmingPays, warmTime } from '../../heat/index.ts';
import { bodyOfMould, mouldHeat, roomOf } from '../handle/heat.ts';
import type { MouldState, RunState, SessionState } from '../state.ts';
import { coldTonight } from '../teach.ts';
import { cupsInHand } from './cups.ts';
import type { Step } from '../step.ts';
import { and, injectorOf } from './work.ts';

/** Which barrel, as it is marked or as it lies. */
export const barrelName = (mark: string, i: number, n: number): string =>
  mark || (n === 2 ? ['near', 'far'][i]! : ['near', 'middle', 'far'][i]!);

/** A barrel that held another colour wants wiping before it is drawn into. */
function cleanStep(s: SessionState, run: RunState): Step | null {
  const injector = injectorOf(s, run);
  if (!injector || injector.draw || s.skips.has(`clean:${injector.key}:${injector.draws}`))
    return null;
  const tint = (key: string) => ({
    mix: Number(key),
    light: lightness(s.cups.get(key)?.colour ?? '#808080'),
  });
  const changes = run.stage.layers.flatMap((l, i) => {
    const barrel = run.tools.order[i] ?? i;
    const held = injector.stained[barrel] ?? null;
    const wanted = String(run.job.layers[l.key]);
    const change = changeOf(held === null ? null : tint(held), tint(wanted));
    return change === 'same'
      ? []
      : [
          {
            barrel,
            change,
            from: s.cups.get(held!)?.letter ?? '?',
            to: s.cups.get(wanted)?.letter ?? '?',
          },
        ];
  });
  if (changes.length === 0) return null;
  const n = injector.injector.barrels.length;
  const hard = changes.some((c) => c.change === 'clean');
  const where =
    n === 1
      ? ''
      : `: ${and(changes.map((c) => `the ${barrelName(injector.injector.barrels[c.barrel]!.mark, c.barrel, n)} barrel`))}`;
  return {
    key: 'clean',
    target: injector.key,
    sentence: `${hard ? 'Clean' : 'Wipe'} ${injector.injector.name}${where}`,
    detail: `${changes.map((c) => `${c.from} was in it, ${c.to} is next`).join('; ')}. ${hard ? 'Dark shows in light: pull the plunger, wipe barrel, tip and block.' : 'Light hardly shows in dark: push the rest out and wipe the tip.'}`,
    label: hard ? 'It is clean, and oiled' : 'It is wiped',
    send: { kind: 'cleaned', payload: { injector: injector.key } },
    skip: { step: 'clean', target: `${injector.key}:${injector.draws}` },
    caution: 'Hot metal and hot remnants: gloves.',
  };
}

/** s of work that a bait has cost tonight; what is usual where hardly any are shot. */
export function baitTakes(s: SessionState, now: number): number {
  const baits = [...s.shots.values()].reduce((n, x) => n + x.cavities.size, 0);
  const first = [...s.shots.values()][0]?.at;
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
const plateTakes = (s: SessionState, m: MouldState, celsius: number): number =>
  HANDS_WARM + (warmTime(bodyOfMould(m.mould), celsius, m.mould.warmTo, roomOf(s), 'plate') ?? 0);
/** Whether warming again costs less than the baits that metal so cold would spoil. */
const warmsAgain = (
  s: SessionState,
  m: MouldState,
  celsius: number,
  takes: number,
  now: number,
): boolean =>
  m.mould.warmTo - celsius >= LEAST_UNDER &&
  warmingPays(
    m.mould.warmTo - celsius,
    coldTonight(s, m).mean,
    m.mould.cavities.length,
    baitTakes(s, now),
    takes,
  );
/** s of warming that a mould will want before it is filled again at a moment; 0 where it will be warm enough. */
export function warmingDue(s: SessionState, m: MouldState, at: number, now: number): number {
  const { celsius } = mouldHeat(s, m, at);
  const takes = plateTakes(s, m, celsius);
  return !m.warmed || warmsAgain(s, m, celsius, takes, now) ? takes : 0;
}

/** A mould warmed for its first shot, and again when it has gone so cold that warming costs less than what would come short. */
function warmStep(s: SessionState, run: RunState, m: MouldState | undefined, now: number): Step[] {
  if (!m || (m.phase !== 'open' && m.phase !== 'closed') || m.pours.length > 0) return [];
  const { units } = s.snapshot;
  const { warmTo, name } = m.mould;
  const warm = {
    key: 'warmMould',
    target: m.key,
    send: { kind: 'warmed', payload: { target: { kind: 'mould', key: m.key } } },
    label: 'It is warm',
    caution: 'Do not leave a heat gun or plate on by itself.',
  } as const;
  if (!m.warmed) {
    if (s.skips.has(`warmMould:${m.key}`)) return [];
    const read = m.reading ? ` It was ${degrees(m.reading.celsius, units)}.` : '';
    return [
      {
        ...warm,
        sentence: `Warm ${name} to ${degrees(warmTo, units)}`,
        detail: `A few minutes on the plate, half a minute with the gun; on wood, not on metal. Last of all: it goes cold while it waits.${read}`,
        skip: { step: 'warmMould', target: m.key },
      },
    ];
  }
  // What lies in it already would come out hot, oiled and loose: it is warmed before it is loaded.
  if (
    m.phase !== 'open' ||
    m.loaded.size > 0 ||
    s.skips.has(`warmMould:${m.key}:${m.cycles}`) ||
    run.done + run.trialsDone >= run.target + run.trials
  )
    return [];
  // Just seen to: it was warmed a moment ago, and nothing was read of it since.
  const since = (kind: 'warmed' | 'read') =>
    (now - (m.told.findLast((n) => n.kind === kind)?.at ?? -Infinity)) / 1000;
  if (since('warmed') < SEEN_TO && since('warmed') <= since('read')) return [];
  const { celsius, sd } = mouldHeat(s, m, now);
  const takes = plateTakes(s, m, celsius);
  // Whether it pays hangs on a heat nobody has looked at for a while: a look costs less than either mistake.
  const pays = (at: number) => warmsAgain(s, m, at, takes, now);
  if (
    sd > DOUBTFUL &&
    since('read') > SEEN_TO &&
    pays(celsius - sd) !== pays(celsius + sd) &&
    !s.skips.has(`readMould:${m.key}:${m.cycles}`)
  ) {
    return [
      {
        key: 'readMould',
        target: m.key,
        sentence: `Hold the probe to ${name}: about ${degrees(celsius, units)}, it may be ${degrees(celsius - sd, units)}`,
        detail: `It likes ${degrees(warmTo, units)}. What is read tells whether to warm it, tonight and next time.`,
        label: `Read ${name}`,
        read: { kind: 'mould', key: m.key },
        skip: { step: 'readMould', target: `${m.key}:${m.cycles}` },
      },
    ];
  }
  if (!pays(celsius)) return [];
  return [
    {
      ...warm,
      sentence: `Warm ${name} again: metal ${degrees(celsius, units)}, ${shareSaid(shareShort(warmTo - celsius, coldTonight(s, m).mean))} would come short`,
      detail: `It likes ${degrees(warmTo, units)}; on the plate that takes about ${lasting(takes)}, less than the baits it saves.`,
      skip: { step: 'warmMould', target: `${m.key}:${m.cycles}` },
    },
  ];
}
/** K under its own heat within which a mould said to be warm may be anyway. */
const LEAST_UNDER = 4;
/** s for which a mould that was warmed or looked at is not asked about again (judgement). */
const SEEN_TO = 240;
/** A mould's heat known less surely than this, K, is worth a look before it is warmed or not. */
const DOUBTFUL = 2.5;
/** s of work to put a mould on the plate and take it off. */
const HANDS_WARM = 15;

/** What moulds, injector and block still want before the first shot, with the reason. */
export function metalSteps(s: SessionState, run: RunState, now: number): Step[] {
  const { units } = s.snapshot;
  const out: Step[] = [];
  // Metal is warmed last: while the cups still want something it would only go cold again.
  const ready = cupsInHand(s, run).every((c) => c.fused || s.skips.has(`cook:${c.key}`));
  if (ready && s.roomCelsius === null && !s.skips.has('readRoom:room'))
    out.push({
      key: 'readRoom',
      target: 'room',
      sentence: `How warm is the shop? ${degrees(roomOf(s), units)} is only a guess`,
      detail:
        'Metal and cups lose their heat to it: it tells when to warm again, and when to open.',
      label: 'Read the shop',
      read: { kind: 'room', key: 'room' },
      skip: { step: 'readRoom', target: 'room' },
    });
  if (ready)
    for (const { id } of run.tools.moulds)
      out.push(...warmStep(s, run, s.moulds.get(String(id)), now));
  const injector = injectorOf(s, run);
  if (ready && injector && !injector.warmed && !s.skips.has(`warmInjector:${injector.key}`)) {
    const yoke = run.stage.yoked ? '' : ', yoke off';
    out.push({
      key: 'warmInjector',
      target: injector.key,
      sentence: `Warm ${injector.injector.name}${run.stage.block ? ' and its block' : ''}, oil ${injector.injector.barrels.length === 1 ? '1 plunger' : `${injector.injector.barrels.length} plungers`}${yoke}`,
      detail: 'Cold metal freezes the first shot; a dry plunger sticks and draws air past it.',
      label: yoke ? 'Warm, oiled, yoke off' : 'Warm and oiled',
      send: { kind: 'warmed', payload: { target: { kind: 'injector', key: injector.key } } },
      skip: { step: 'warmInjector', target: injector.key },
    });
  }
  const clean = cleanStep(s, run);
  return clean ? [...out, clean] : out;
}
