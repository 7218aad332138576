import { isJudged, MAKES, PUSHES } from '../../build/index.ts';
import { FIRM, handsAfter } from '../../heat/index.ts';
import { heatOfMould } from '../../plan/index.ts';
import { lasting } from '../../quantity/index.ts';
import { scrapG } from '../effects/grams.ts';
import type { SessionState } from '../state.ts';
import type { ShotState } from '../state/shot.ts';
import type { MouldState } from '../state/mould.ts';
import type { Send, Step } from '../step.ts';
import { skipOf } from '../skips.ts';

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
function markStep(mould: MouldState, shot: ShotState): Step {
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
}

/**
 * Where a shot's sprue goes, and its shorts and seconds: by the cups it was drawn and poured from,
 * whatever the run shoots by now. What went through one nozzle in one colour is that colour; baits
 * with inserts or pours in them are mixed.
 */
export function goesBack(state: SessionState, shot: ShotState): { sprue: string; scrap: string } {
  const run = state.runs.get(shot.job);
  const drawn = [...new Set(shot.cavities.values())].flatMap(
    (day) => state.draws.get(day)?.barrels ?? [],
  );
  const one = (portions: { cup: string }[]): string | null =>
    new Set(portions.map((portion) => portion.cup)).size === 1 ? portions[0]!.cup : null;
  const mixed =
    [...drawn, ...shot.poured].find((portion) => portion.layer === run?.tools.mixedTo)?.cup ??
    'puck';
  const scrap = shot.inserts.size > 0 ? 'puck' : (one([...drawn, ...shot.poured]) ?? mixed);
  return { sprue: one(drawn.length > 0 ? drawn : shot.poured) ?? mixed, scrap };
}

function sprueStep(state: SessionState, mould: MouldState, shot: ShotState): Step {
  const { sprue: to, scrap } = goesBack(state, shot);
  const several = to === 'puck';
  const where = state.cups.get(to);
  const apart = scrap !== to && scrapG(state, shot) > 0;
  const elsewhere: { label: string; send: Send }[] = [...state.cups.values()]
    .filter((cup) => cup.charges > 0 && cup.key !== to)
    .slice(0, 2)
    .map((cup) => ({
      label: `Into ${cup.letter}`,
      send: { kind: 'returned', payload: { shot: shot.id, to: cup.key } },
    }));
  if (to !== 'puck')
    elsewhere.push({
      label: 'To the pucks',
      send: { kind: 'returned', payload: { shot: shot.id, to: 'puck' } },
    });
  const what = shot.feedG > 0 ? (apart ? 'Sprue' : 'Sprue and shorts') : 'Shorts';
  const scrapTo = scrap === 'puck' ? 'the pucks' : (state.cups.get(scrap)?.letter ?? '?');
  return {
    key: 'sprue',
    target: mould.key,
    sentence: `${what} back to ${where ? where.letter : 'the pucks'}`,
    detail: where
      ? 'Cut small; they are cooked with the cup at the next ' +
        `reheat.${apart ? ` Baits with two colours in them go to ${scrapTo}.` : ''}`
      : `${several ? 'Two colours together: kept' : 'Kept'} as a puck, sorted by colour.`,
    label: where ? `They are in ${where.letter}` : 'They are put by',
    send: { kind: 'returned', payload: { shot: shot.id, to, ...(apart ? { scrap } : {}) } },
    others: elsewhere,
    skip: skipOf('sprue', mould),
  };
}

/** The pressure is on: until when, and why so. */
function holdStep(mould: MouldState, shot: ShotState, until: number): Step {
  const why =
    mould.mould.metal === 'cast'
      ? 'A cast mould wants a firmer hold than a machined one.'
      : PUSHES[shot.stage.push].holding;
  return {
    key: 'hold',
    target: mould.key,
    sentence: `Hold ${mould.mould.name}, ${Math.round((until - mould.since) / 1000)} s`,
    detail: why,
    label: 'Pressure is off',
    until,
    send: { kind: 'held', payload: { mould: mould.key } },
    skip: skipOf('hold', mould),
    caution: 'Never push hard on hot plastic under pressure.',
  };
}

/** A look at the sprue, and what it took. */
const look = (mould: MouldState, nth: 1 | 2): Pick<Step, 'target' | 'send' | 'others' | 'skip'> => {
  const send = (took: boolean) => ({
    kind: 'toppedOff' as const,
    payload: { mould: mould.key, look: nth, took },
  });
  return {
    target: mould.key,
    send: send(true),
    others: [{ label: 'It took none', send: send(false) }],
    skip: skipOf(nth === 1 ? 'topOff' : 'secondLook', mould),
  };
};
function topOffStep(mould: MouldState, shot: ShotState | undefined): Step {
  const sprues =
    mould.mould.feed === 'each' ? (shot?.cavities.size ?? mould.mould.cavities.length) : 1;
  return {
    key: 'topOff',
    sentence: `Top off ${mould.mould.name}, fill its ${sprues > 1 ? `${sprues} sprues` : 'sprue'}`,
    detail: 'It shrinks as it sets and pulls the sprue down.',
    label: 'It is topped off',
    ...look(mould, 1),
  };
}
const secondLookStep = (mould: MouldState, now: number): Step => ({
  key: 'secondLook',
  sentence: `Look at the sprue of ${mould.mould.name} again, fill once more`,
  detail: `${Math.round((now - mould.since) / 1000)} s since the pressure came off.`,
  label: 'Looked, and filled',
  ...look(mould, 2),
});

/**
 * When bare hands may take the baits: from the heat they open at, less what they stood longer than
 * they had to.
 * @param stood s
 */
function bareHands(state: SessionState, mould: MouldState, stood: number): string {
  const { section } = heatOfMould(mould.mould);
  const left = handsAfter(section, FIRM.mean, state.roomCelsius ?? 20) - stood;
  return left > 0
    ? `Bare hands in about ${lasting(left)}.`
    : 'They are cool enough for bare hands.';
}
function openStep(state: SessionState, mould: MouldState, readyAt: number, now: number): Step {
  const { name, letsGo, closure } = mould.mould;
  const open = closure === 'open';
  const side = letsGo === 'either' ? 'either side up' : `${letsGo} side up`;
  return {
    key: 'open',
    target: mould.key,
    sentence: open ? `Lift the baits out of ${name}` : `Open ${name}, ${side}`,
    detail:
      `It has cooled ${lasting((now - mould.since) / 1000)}. ` +
      `${open ? 'Ease them out from the thick end.' : 'Hold the sprue down with a finger.'} ` +
      `${bareHands(state, mould, Math.max(0, now - readyAt) / 1000)}`,
    label: open ? 'They are out' : 'It is open',
    send: { kind: 'mouldOpened', payload: { mould: mould.key } },
    caution: 'Moulds get hotter as the session goes on: gloves.',
  };
}

/** What a mould with a shot in it wants, from the hold to the sprue. */
export function mouldSteps(state: SessionState, mould: MouldState, now: number): Step[] {
  const shot = state.shots.get(mould.shot ?? '');
  const { phase } = mould;
  if (phase.is === 'cooling') {
    const out: Step[] = [];
    if (!phase.toppedOff) out.push(topOffStep(mould, shot));
    else if (!phase.looked && now >= phase.lookAt) out.push(secondLookStep(mould, now));
    if (now >= phase.readyAt) out.push(openStep(state, mould, phase.readyAt, now));
    return out;
  }
  if (!shot) return [];
  if (phase.is === 'holding') return [holdStep(mould, shot, phase.until)];
  if (phase.is === 'opened') return [markStep(mould, shot)];
  return phase.is === 'marked' ? [sprueStep(state, mould, shot)] : [];
}
