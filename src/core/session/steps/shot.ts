import { hasTop, isMixed, MAKES, place, POUR_BY, PUSHES } from '../../build/index.ts';
import { closingAct, closingCare, LIES, lieOf } from '../../mould/index.ts';
import { sourceOf } from '../../plan/index.ts';
import { degrees, degreesApart, lasting, say } from '../../quantity/index.ts';
import { sum } from '../../shot/index.ts';
import { massFor } from '../apply.ts';
import {
  apartOf,
  cupsOf,
  drawWarnings,
  gapOf,
  heatCups,
  hotterFor,
  isFresh,
  mouldDrawWarnings,
  mouldWarnings,
  partsIn,
  unloaded,
  unpoured,
  windowNow,
} from '../guard.ts';
import { lotsFor, ready } from '../inserts.ts';
import type { RunState, SessionState } from '../state.ts';
import type { Send, Step } from '../step.ts';
import { PULSE, STOPS } from '../words.ts';
import { recharge } from './cups.ts';
import { barrelName } from './metal.ts';
import type { Turn } from './work.ts';
import {
  and,
  byCavity,
  canShoot,
  cavitiesOfDraw,
  drawVolumes,
  injectorOf,
  inStep,
  isTrialNext,
  unfilled,
} from './work.ts';

const cycleOf = ({ m }: Turn): string => `${m.key}:${m.cycles}`;

/** Inserts laid in, cavity by cavity, each looked at for a gap. */
function loadStep(s: SessionState, { run, m }: Turn): Step | null {
  const left = unloaded(run, m);
  if (left.length === 0 || m.phase !== 'open' || s.skips.has(`load:${m.key}:${m.cycles}`))
    return null;
  const there = ready(s, run);
  if (there === 0) return null;
  const source = sourceOf(run.job, run.stage)!;
  const one = MAKES[source.stage.makes].name;
  const many = MAKES[source.stage.makes].many;
  const fitting = left.slice(0, there);
  const lay = (cavities: number[], gap: boolean): Send => ({
    kind: 'loaded',
    payload: { mould: m.key, job: run.key, cavities, gap },
  });
  const lie = lieOf(m.mould, source.mould.name);
  const dry = lotsFor(s, run).some((l) => l.left > 0 && !l.oiled);
  return {
    key: 'load',
    target: m.key,
    sentence: `Lay a ${one} in cavity ${left[0]} of ${m.mould.name}`,
    detail: `${MAKES[source.stage.makes].lay[0]!.toUpperCase()}${MAKES[source.stage.makes].lay.slice(1)}${lie && lie.lies !== 'same' ? `; ${LIES[lie.lies].name}` : ''}. Look round it for a gap. ${there} ${there === 1 ? one : many} ready${dry ? ', laid by dry: oil it' : ''}.`,
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
    skip: { step: 'load', target: cycleOf({ run, m }) },
  };
}

/** Grams of each layer poured into a mould, with the sprue for the last one pushed by rod. */
function pourings(
  s: SessionState,
  { run, m }: Turn,
): { layer: string; name: string; cup: string; grams: number }[] {
  const mass = massFor(s, run, m);
  return run.stage.pours.map((p, i) => ({
    layer: p.key,
    name: p.name,
    cup: String(run.job.layers[p.key]),
    grams:
      sum(mass.poured.get(p.key)!.values()) +
      (run.stage.layers.length === 0 && i === run.stage.pours.length - 1 ? mass.feed : 0),
  }));
}

/** What is poured by hand, one layer after the other; what smears is peeled off and poured again. */
function pourStep(s: SessionState, turn: Turn): Step | null {
  const { run, m } = turn;
  const next = unpoured(run, m)[0];
  if (
    !next ||
    !(m.phase === 'open' || (m.phase === 'closed' && run.stage.by === 'rod')) ||
    s.skips.has(`pour:${cycleOf(turn)}`)
  )
    return null;
  const { units } = s.snapshot;
  const of = pourings(s, turn).find((p) => p.layer === next.key)!;
  const c = s.cups.get(of.cup);
  const pour = (layer: string, cup: string, grams: number, again: boolean): Send => ({
    kind: 'poured',
    payload: { mould: m.key, job: run.key, layer, cup, grams, trial: isTrialNext(run), again },
  });
  const n = m.mould.cavities.length;
  const last = m.pours.at(-1);
  const how =
    run.stage.by === 'rod'
      ? `Spoon ${say(of.grams, 'mass', units, 1)} of ${c?.letter ?? '?'} to the port of ${m.mould.name}, push it in`
      : `${POUR_BY.hand.act} ${next.name.toLowerCase()} in ${m.mould.name}: ${say(of.grams, 'mass', units, 1)} of ${c?.letter ?? '?'}`;
  return {
    key: 'pour',
    target: m.key,
    sentence: how,
    detail: `${n > 1 ? `${say(of.grams / n, 'mass', units, 2)} in each of ${n} cavities. ` : ''}${run.stage.layers.length > 0 ? 'A steady hand; let it skin before the mould is closed.' : run.stage.by === 'rod' ? 'Slowly, until it shows at the vent.' : 'Level, and hot enough to run into the corners.'} ${c?.reading ? `${c.letter} was ${degrees(c.reading.celsius, units)}.` : ''}`,
    label: run.stage.by === 'rod' ? 'It is pushed in' : 'It is poured',
    send: pour(next.key, of.cup, of.grams, false),
    others: last
      ? [
          {
            label: 'Peel the last one off, pour it again',
            send: pour(last.layer, last.cup, last.grams, true),
          },
        ]
      : [],
    skip: { step: 'pour', target: cycleOf(turn) },
    caution: 'Plastic at this heat sticks and burns: heat gloves, long sleeves, eye protection.',
  };
}

function closeStep(s: SessionState, { run, m }: Turn): Step | null {
  const { mould } = m;
  if (
    mould.closure === 'open' ||
    !(m.phase === 'open' || (m.phase === 'closed' && m.gaps.length > 0)) ||
    s.skips.has(`close:${m.key}:${m.cycles}:${m.gaps.length}`)
  )
    return null;
  const again = m.gaps.length > 0 && m.phase !== 'open';
  const closed = (gaps: ('left' | 'right')[], closures = mould.closures, loose = true): Send => ({
    kind: 'closed',
    payload: { mould: m.key, gaps, closures, loose },
  });
  const parts = partsIn(run, m);
  const last = m.pours.at(-1);
  return {
    key: 'close',
    target: m.key,
    sentence: again
      ? `Reseat ${mould.name}: a gap shows on the ${m.gaps.join(' and ')}`
      : `Close ${mould.name}: ${closingAct(mould)}`,
    detail: `${run.stage.rods && mould.rod ? 'Core rods in and oiled first. ' : run.stage.takes && mould.rod ? 'Rods out. ' : ''}${closingCare(mould).join(' ')} Look down both sides for a gap.${mould.note ? ` Note: ${mould.note}` : ''}`,
    label: 'Closed, no gap',
    send: closed([]),
    skip: { step: 'close', target: `${m.key}:${m.cycles}:${m.gaps.length}` },
    others: again
      ? []
      : [
          { label: 'Gap on the left', send: closed(['left']) },
          { label: 'Gap on the right', send: closed(['right']) },
          ...(mould.closures > 1
            ? [{ label: 'One closure short', send: closed([], mould.closures - 1) }]
            : []),
          ...(parts.length > 0
            ? [
                {
                  label: `${parts[0]![0]!.toUpperCase()}${parts[0]!.slice(1)} left out`,
                  send: closed([], mould.closures, false),
                },
              ]
            : []),
          ...(last
            ? [
                {
                  label: 'Peel the last pour off, pour it again',
                  send: {
                    kind: 'poured' as const,
                    payload: {
                      mould: m.key,
                      job: run.key,
                      layer: last.layer,
                      cup: last.cup,
                      grams: last.grams,
                      trial: isTrialNext(run),
                      again: true,
                    },
                  },
                },
              ]
            : []),
        ],
  };
}

/** Each port over its own half, by the marks on metal; one look is asked for. */
function topStep(s: SessionState, turn: Turn): Step | null {
  const { run, m } = turn;
  if (
    m.phase === 'open' ||
    m.phase === 'filling' ||
    !hasTop(run.stage) ||
    m.top === 'right' ||
    s.skips.has(`top:${cycleOf(turn)}`)
  )
    return null;
  const at = run.stage.layers.findIndex((l) => place(l.place).over === 'TOP');
  const letter = s.cups.get(String(run.job.layers[run.stage.layers[at]!.key]))?.letter ?? '?';
  const barrels = run.tools.injector?.injector.barrels ?? [];
  const barrel = run.tools.order[at] ?? at;
  const mark = run.tools.block?.block.mark;
  const turned = m.top === 'wrong';
  return {
    key: 'top',
    target: m.key,
    sentence: turned
      ? `Turn the block: ${letter} belongs over TOP of ${m.mould.name}`
      : `Look: is ${letter} over TOP of ${m.mould.name}?`,
    detail: `${letter} comes from the ${barrelName(barrels[barrel]?.mark ?? '', barrel, barrels.length)} barrel${mark ? `, the port with the ${mark}` : ''}. Each port of the block stands over its own half.`,
    label: `${letter} is over TOP`,
    send: { kind: 'topChecked', payload: { mould: m.key, right: true } },
    skip: { step: 'top', target: cycleOf(turn) },
    others: turned
      ? []
      : [
          {
            label: 'It is the other way',
            send: { kind: 'topChecked', payload: { mould: m.key, right: false } },
          },
        ],
  };
}

/** The push itself: whole, cavity by cavity, or in pulses. */
function shootStep(s: SessionState, turn: Turn, now: number): Step {
  const { run, m } = turn;
  const injector = injectorOf(s, run)!;
  const draw = s.draws.get(injector.draw!);
  const push = PUSHES[run.stage.push];
  const left = unfilled(s, m);
  const shoot = (cavities: number[] | null): Send => ({
    kind: 'shot',
    payload: {
      mould: m.key,
      job: run.key,
      draw: injector.draw!,
      trial:
        isTrialNext(run) ||
        s.shots.get(m.phase === 'filling' ? (m.shot ?? '') : '')?.trial === true,
      cavities,
    },
  });
  const letters = run.stage.layers.map(
    (l) => s.cups.get(String(run.job.layers[l.key]))?.letter ?? '?',
  );
  const pulse = run.stage.yoked ? undefined : { seconds: PULSE, letters };
  const when = `Drawn ${lasting(Math.max(0, (now - (draw?.at ?? now)) / 1000))} ago.`;
  const warnings = [
    ...mouldWarnings(s, m, run).map((w) => w.sentence),
    ...(draw?.said.length ? [`The draw was noted: ${draw.said.join(' ')}`] : []),
  ];
  const what = isTrialNext(run)
    ? 'Trial shot'
    : `Shot ${s.shots.size + (m.phase === 'filling' ? 0 : 1)}`;
  const rhythm = pulse
    ? `Pulse ${letters.join(', ')} in turn, ${PULSE} s each, even strokes. `
    : '';
  if (byCavity(run, m)) {
    const next = left[0]!;
    const rest = cavitiesOfDraw(s, run, m) ?? left;
    const started = m.phase === 'filling';
    const of = inStep(s, run).some((r) => r.tools.moulds.length > 1 || r !== run)
      ? ` of ${m.mould.name}`
      : '';
    return {
      key: 'shoot',
      target: m.key,
      sentence: `${started ? 'Clear the nozzle, shoot' : 'Shoot'} cavity ${next}${of}: ${push.name}`,
      detail: `${what}, ${m.mould.cavities.length - left.length} of ${m.mould.cavities.length} full. ${when} ${rhythm}${isMixed(run.stage) ? 'Watch the sprue: when one side comes up thin, stop.' : push.why}`,
      label: `Cavity ${next} is full`,
      send: shoot([next]),
      pulse,
      warnings,
      others: [
        ...(rest.length > 1 ? [{ label: `All ${rest.length} are full`, send: shoot(rest) }] : []),
        ...(started
          ? (['thin', 'empty', 'frozen'] as const)
              .filter((w) => w !== 'thin' || isMixed(run.stage))
              .map((why) => ({
                label: `Stop: ${STOPS[why]}`,
                send: { kind: 'stopped' as const, payload: { mould: m.key, why } },
              }))
          : []),
      ],
    };
  }
  return {
    key: 'shoot',
    target: m.key,
    sentence: `Shoot ${m.mould.name}: ${pulse ? `pulse ${letters.join(', ')} in turn` : push.name}`,
    detail: `${what}. ${when} ${rhythm}${push.why}`,
    label: 'It is full',
    send: shoot(null),
    pulse,
    warnings,
  };
}

/** What a skip of the match for the next draw is recorded as; null where a hand has skipped it: it is drawn as the cups are. */
export function matchSkip(s: SessionState, run: RunState): { step: string; target: string } | null {
  const injector = injectorOf(s, run)!;
  const target = `${injector.key}:${injector.draws}`;
  return s.skips.has(`match:${target}`) ? null : { step: 'match', target };
}

/**
 * Every cup in the window and, where they flow together, at one heat: read last, because it goes stale.
 * @param shot for the draw; else for what is poured by hand next
 */
function matchStep(s: SessionState, turn: Turn, now: number, shot: boolean): Step | null {
  const { run, m } = turn;
  const { units, bench } = s.snapshot;
  const poured = `${m.key}:${m.cycles}:${m.pours.length}`;
  const skip = shot
    ? matchSkip(s, run)
    : s.skips.has(`match:${poured}`)
      ? null
      : { step: 'match', target: poured };
  if (!skip) return null;
  // By hand only the cup about to be poured must be hot.
  const next = unpoured(run, m)[0];
  const cups = shot
    ? heatCups(s, run)
    : cupsOf(s, run).filter((c) => c.key === String(run.job.layers[next?.key ?? '']));
  const unread = cups.filter((c) => !isFresh(c, now, bench.stale));
  const gap = gapOf(cups);
  const { low, high } = windowNow(s, run);
  const hotter = hotterFor(s, run);
  const coldest = [...cups].sort(
    (a, b) => (a.reading?.celsius ?? 0) - (b.reading?.celsius ?? 0),
  )[0];
  const under = cups.find((c) => c.reading && c.reading.high < low);
  const over = cups.find((c) => c.reading && c.reading.low > high);
  const apart = shot && gap !== null && gap > apartOf(s, run);
  if (cups.length === 0 || (unread.length === 0 && !apart && !under && !over)) return null;
  // One too hot is let cool before the other is heated after it.
  const first = unread[0] ?? under ?? over ?? coldest ?? cups[0]!;
  const pair = and(
    cups.map((c) => `${c.letter} ${c.reading ? degrees(c.reading.celsius, units) : 'unread'}`),
  );
  const sentence =
    unread.length > 0
      ? `Stir and read ${and(unread.map((c) => c.letter))}; ${degrees(low, units)} to ${degrees(high, units)} is wanted`
      : under
        ? `${under.letter} is ${Math.round(low - under.reading!.celsius) === 0 ? 'just' : degreesApart(low - under.reading!.celsius, units)} under: a short burst, stir, read`
        : over
          ? `${over.letter} is ${degreesApart(over.reading!.celsius - high, units)} over: let it cool, stir, read`
          : `${coldest!.letter} is ${degreesApart(gap ?? 0, units)} colder: a short burst, stir, read`;
  return {
    key: 'match',
    target: shot ? injectorOf(s, run)!.key : m.key,
    sentence,
    detail: `${pair}. The window is ${degrees(low, units)} to ${degrees(high, units)}${hotter > 0 ? `, ${degreesApart(hotter, units)} up for what came short` : ''}.${cups.length > 1 ? ` ${degreesApart(apartOf(s, run), units)} apart is allowed.` : ''}`,
    label: `Read ${first.letter}`,
    read: { kind: 'cup', key: first.key },
    skip,
  };
}

function drawStep(s: SessionState, turn: Turn, now: number): Step {
  const { run } = turn;
  const { units } = s.snapshot;
  const injector = injectorOf(s, run)!;
  const cups = heatCups(s, run);
  const gap = gapOf(cups);
  const volumes = drawVolumes(s, turn);
  return {
    key: 'draw',
    target: injector.key,
    sentence: `Draw ${and(volumes.map((v) => `${say(v.ml, 'volume', units)} of ${s.cups.get(v.cup)?.letter ?? '?'}`))}, slowly`,
    detail: `${cups.map((c) => `${c.letter} ${c.reading ? degrees(c.reading.celsius, units) : 'unread'}`).join(', ')}${gap !== null && cups.length > 1 ? `, ${degreesApart(gap, units)} apart` : ''}. Push out the air until every colour runs.`,
    label: 'It is drawn',
    send: {
      kind: 'drawn',
      payload: {
        draw: `${injector.key}/${injector.draws + 1}`,
        injector: injector.key,
        job: run.key,
        barrels: volumes,
      },
    },
    warnings: [...drawWarnings(s, run, now), ...mouldDrawWarnings(s, turn.m, run)].map(
      (w) => w.sentence,
    ),
    caution: 'Plastic at this heat sticks and burns: heat gloves, long sleeves, eye protection.',
  };
}

/** From a free mould to the shot, the match last because it goes stale in seconds. */
export function shotSteps(s: SessionState, turn: Turn, now: number): Step[] {
  const { run } = turn;
  const shot = run.stage.layers.length > 0;
  if (shot && !injectorOf(s, run)) return [];
  const some = (...steps: (Step | null)[]): Step[] => steps.filter((x): x is Step => x !== null);
  const pouring = turn.m.phase === 'open' || (turn.m.phase === 'closed' && run.stage.by === 'rod');
  const pours = pouring
    ? pourings(s, turn).filter((p) => unpoured(run, turn.m).some((x) => x.key === p.layer))
    : [];
  const short = shot && canShoot(s, turn) ? [] : recharge(s, turn, pours);
  if (!shot)
    return [
      ...some(loadStep(s, turn)),
      ...(run.stage.by === 'rod' ? some(closeStep(s, turn)) : []),
      ...short,
      ...some(matchStep(s, turn, now, false), pourStep(s, turn)),
    ];
  const before = some(
    ...(pours.length > 0 && pourStep(s, turn)
      ? [matchStep(s, turn, now, false), pourStep(s, turn)]
      : []),
    loadStep(s, turn),
    closeStep(s, turn),
    topStep(s, turn),
  );
  if (canShoot(s, turn)) return [...before, shootStep(s, turn, now)];
  // A cup in the oven cannot be drawn from: what is done meanwhile is not the match.
  if (heatCups(s, run).some((c) => c.inOven)) return [...before, ...short];
  return [...before, ...short, ...some(matchStep(s, turn, now, true)), drawStep(s, turn, now)];
}
