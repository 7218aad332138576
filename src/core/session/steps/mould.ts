import { isJudged, MAKES } from '../../build/index.ts';
import { FIRM, handsAfter } from '../../heat/index.ts';
import { heatOfMould } from '../../plan/index.ts';
import { lasting } from '../../quantity/index.ts';
import { scrapG } from '../apply.ts';
import type { MouldState, SessionState, ShotState } from '../state.ts';
import type { Send, Step } from '../step.ts';

/** Good of a shot so far: untouched is good. */
const tally = (shot: ShotState) => {
  const of = (grade: string) => [...shot.marks.values()].filter((x) => x.grade === grade).length;
  return {
    seconds: of('second'),
    usable: of('usable'),
    good: shot.cavities.size - of('second') - of('usable'),
  };
};

/** Marking: each judged by look where no two come alike, else only those touched that are not good. */
function markStep(m: MouldState, shot: ShotState): Step {
  const { seconds, usable, good } = tally(shot);
  const many = MAKES[shot.stage.makes].many;
  const next = isJudged(shot.stage)
    ? [...shot.cavities.keys()].sort((a, b) => a - b).find((n) => !shot.judged.has(n))
    : undefined;
  const so = `${good} good${usable ? `, ${usable} usable` : ''}${seconds ? `, ${seconds} to go back` : ''}.`;
  if (next !== undefined) {
    return {
      key: 'mark',
      target: m.key,
      sentence: `Judge them by look, one by one: cavity ${next}`,
      detail: `No two come alike. ${shot.judged.size} of ${shot.cavities.size} looked at. Touch it if it is not good.`,
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
    target: m.key,
    sentence: `Look at all ${shot.cavities.size}${many === 'baits' ? '' : ` ${many}`}, touch those that are not good`,
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
 * Where a shot's sprue goes, and its shorts and seconds: by the cups it was drawn and poured from, whatever the run
 * shoots by now. What went through one nozzle in one colour is that colour; baits with inserts or pours in them are mixed.
 */
export function goesBack(s: SessionState, shot: ShotState): { sprue: string; scrap: string } {
  const run = s.runs.get(shot.job);
  const drawn = [...new Set(shot.cavities.values())].flatMap((d) => s.draws.get(d)?.barrels ?? []);
  const one = (portions: { cup: string }[]): string | null =>
    new Set(portions.map((p) => p.cup)).size === 1 ? portions[0]!.cup : null;
  const mixed =
    [...drawn, ...shot.poured].find((p) => p.layer === run?.tools.mixedTo)?.cup ?? 'puck';
  const scrap = shot.inserts.size > 0 ? 'puck' : (one([...drawn, ...shot.poured]) ?? mixed);
  return { sprue: one(drawn.length > 0 ? drawn : shot.poured) ?? mixed, scrap };
}

function sprueStep(s: SessionState, m: MouldState, shot: ShotState): Step {
  const { sprue: to, scrap } = goesBack(s, shot);
  const several = to === 'puck';
  const where = s.cups.get(to);
  const apart = scrap !== to && scrapG(s, shot) > 0;
  const elsewhere: { label: string; send: Send }[] = [...s.cups.values()]
    .filter((c) => c.charges > 0 && c.key !== to)
    .slice(0, 2)
    .map((c) => ({
      label: `Into ${c.letter}`,
      send: { kind: 'returned', payload: { shot: shot.id, to: c.key } },
    }));
  if (to !== 'puck')
    elsewhere.push({
      label: 'To the remelt tray',
      send: { kind: 'returned', payload: { shot: shot.id, to: 'puck' } },
    });
  const what = shot.feedG > 0 ? (apart ? 'Sprue' : 'Sprue and shorts') : 'Shorts';
  return {
    key: 'sprue',
    target: m.key,
    sentence: `${what} back to ${where ? where.letter : 'the remelt tray'}`,
    detail: where
      ? `Cut small; they are cooked with the cup at the next reheat.${apart ? ` Baits with two colours in them go ${scrap === 'puck' ? 'to the remelt tray' : `to ${s.cups.get(scrap)?.letter ?? '?'}`}.` : ''}`
      : `${several ? 'Two colours together: kept' : 'Kept'} as a puck, sorted by colour.`,
    label: where ? `They are in ${where.letter}` : 'They are put by',
    send: { kind: 'returned', payload: { shot: shot.id, to, ...(apart ? { scrap } : {}) } },
    others: elsewhere,
    skip: { step: 'sprue', target: m.key },
  };
}

/** When bare hands may take the baits: from the heat they open at, less what they stood longer than they had to. */
function bareHands(s: SessionState, m: MouldState, now: number): string {
  const left =
    handsAfter(heatOfMould(m.mould).section, FIRM.mean, s.roomCelsius ?? 20) -
    Math.max(0, now - m.readyAt) / 1000;
  return left > 0
    ? `Bare hands in about ${lasting(left)}.`
    : 'They are cool enough for bare hands.';
}

/** What a mould with a shot in it wants, from the hold to the sprue. */
export function mouldSteps(s: SessionState, m: MouldState, now: number): Step[] {
  const shot = s.shots.get(m.shot ?? '');
  const { name } = m.mould;
  const out: Step[] = [];
  if (m.phase === 'holding' && shot) {
    const why =
      m.mould.metal === 'cast'
        ? 'A cast mould wants a firmer hold than a machined one.'
        : shot.stage.push === 'held'
          ? 'Narrow gates: the pressure stays on.'
          : shot.stage.push === 'light'
            ? 'Lightly: a flash past the insert spoils it.'
            : 'Steady pressure until it resists no more.';
    out.push({
      key: 'hold',
      target: m.key,
      sentence: `Hold ${name}, ${Math.round((m.holdUntil - m.since) / 1000)} s`,
      detail: why,
      label: 'Pressure is off',
      until: m.holdUntil,
      send: { kind: 'held', payload: { mould: m.key } },
      skip: { step: 'hold', target: m.key },
      caution: 'Never push hard on hot plastic under pressure.',
    });
  }
  if (m.phase === 'cooling' && !m.toppedOff) {
    const sprues = m.mould.feed === 'each' ? (shot?.cavities.size ?? m.mould.cavities.length) : 1;
    out.push({
      key: 'topOff',
      target: m.key,
      sentence: `Top off ${name}, fill its ${sprues > 1 ? `${sprues} sprues` : 'sprue'}`,
      detail: 'It shrinks as it sets and pulls the sprue down.',
      label: 'It is topped off',
      send: { kind: 'toppedOff', payload: { mould: m.key, look: 1, took: true } },
      others: [
        {
          label: 'It took none',
          send: { kind: 'toppedOff', payload: { mould: m.key, look: 1, took: false } },
        },
      ],
      skip: { step: 'topOff', target: m.key },
    });
  }
  if (m.phase === 'cooling' && m.toppedOff && !m.looked && now >= m.lookAt) {
    out.push({
      key: 'secondLook',
      target: m.key,
      sentence: `Look at the sprue of ${name} again, fill once more`,
      detail: `${Math.round((now - m.since) / 1000)} s since the pressure came off.`,
      label: 'Looked, and filled',
      send: { kind: 'toppedOff', payload: { mould: m.key, look: 2, took: true } },
      others: [
        {
          label: 'It took none',
          send: { kind: 'toppedOff', payload: { mould: m.key, look: 2, took: false } },
        },
      ],
      skip: { step: 'secondLook', target: m.key },
    });
  }
  if (m.phase === 'cooling' && now >= m.readyAt) {
    const open = m.mould.closure === 'open';
    out.push({
      key: 'open',
      target: m.key,
      sentence: open
        ? `Lift the baits out of ${name}`
        : `Open ${name}, ${m.mould.letsGo === 'either' ? 'either side up' : `${m.mould.letsGo} side up`}`,
      detail: `It has cooled ${lasting((now - m.since) / 1000)}. ${open ? 'Ease them out from the thick end.' : 'Hold the sprue down with a finger.'} ${bareHands(s, m, now)}`,
      label: open ? 'They are out' : 'It is open',
      send: { kind: 'mouldOpened', payload: { mould: m.key } },
      caution: 'Moulds get hotter as the session goes on: gloves.',
    });
  }
  if (m.phase === 'opened' && shot) out.push(markStep(m, shot));
  if (m.phase === 'marked' && shot) out.push(sprueStep(s, m, shot));
  return out;
}
