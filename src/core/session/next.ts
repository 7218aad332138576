import { hasTop, MAKES } from '../build/index.ts';
import { clock } from '../quantity/index.ts';
import { sum } from '../shot/index.ts';
import { closingAct } from '../mould/index.ts';
import { unloaded } from './guard.ts';
import { ready } from './inserts.ts';
import {
  canShoot,
  cavitiesOfDraw,
  cupSteps,
  ovenSteps,
  freeMould,
  injectorOf,
  inStep,
  isTrialNext,
  metalSteps,
  mouldSteps,
  rackSteps,
  runInHand,
  shotSteps,
  trialSteps,
  wants,
} from './steps/index.ts';
import { baitOf } from './apply.ts';
import { asAsked } from './likeness.ts';
import { count, isKept } from './summary.ts';
import { PLUG_SETS, PLUGS } from './words.ts';
import type { RunState, SessionState } from './state.ts';
import type { Send, Step } from './step.ts';

/** What is in the barrels with no mould to take it goes back, and its plug gives the first verdict. */
function emptySteps(s: SessionState): Step[] {
  return [...s.injectors.values()]
    .filter((i) => i.draw && i.shotsSinceEmpty > 0 && !s.skips.has(`empty:${i.key}:${i.draws}`))
    .map((i) => {
      const habit = s.runs.get(s.draws.get(i.draw!)?.job ?? '')?.tools.habit ?? 'push';
      const several = i.contents.length > 1;
      const other = habit === 'push' ? 'plug' : 'push';
      return {
        key: 'empty',
        target: i.key,
        sentence:
          habit === 'push'
            ? `Push the rest of ${i.injector.name} back hot, look at the plug`
            : `Leave ${i.injector.name} 1 min, pull the plug, look at it`,
        detail: `${several ? 'Cut the plug or look at its end: each colour square? It gives the first verdict.' : 'Cut the plug or look at its end: it gives the first verdict.'} ${habit === 'push' ? 'More comes back liquid; the block’s share holds every colour.' : 'The injector is tied up until it sets; all of it goes by as one plug.'}`,
        label: several ? 'Plug even, line square' : 'Plug is sound',
        send: { kind: 'emptied', payload: { injector: i.key, habit, plug: 'square' } },
        until: habit === 'plug' ? i.lastShotAt + PLUG_SETS * 1000 : undefined,
        others: [
          ...(['thin', 'cold', 'none'] as const)
            .filter((p) => p !== 'thin' || several)
            .map((plug) => ({
              label: PLUGS[plug][0]!.toUpperCase() + PLUGS[plug].slice(1),
              send: { kind: 'emptied' as const, payload: { injector: i.key, habit, plug } },
            })),
          {
            label: other === 'plug' ? 'Left to set instead' : 'Pushed back instead',
            send: {
              kind: 'emptied' as const,
              payload: { injector: i.key, habit: other, plug: 'square' as const },
            },
          },
        ],
        skip: { step: 'empty', target: `${i.key}:${i.draws}` },
      } satisfies Step;
    });
}

/** Runs whose shots are all counted and came short of what was wanted. */
function moreSteps(s: SessionState): Step[] {
  return [...s.runs.values()].flatMap((run): Step[] => {
    if (run.stage.makes !== 'bait') return [];
    const { good } = count(
      [...s.shots.values()].filter((x) => x.job === run.key && isKept(x) && asAsked(s, x)),
    );
    const planned = s.snapshot.input.jobs.find((j) => j.key === run.job.key);
    const need = sum((planned ?? run.job).lines.map((l) => l.count));
    // What is shot by now may be another colourway, shape or build: more of that would not help the line.
    const would =
      planned !== undefined &&
      run.job.colourway.id === planned.colourway.id &&
      run.job.build.key === planned.build.key &&
      run.tools.moulds.some((x) => baitOf(run, String(x.id)).id === planned.bait.id);
    if (good < need && run.done > 0 && !would && !s.skips.has(`more:${run.key}:${run.target}`)) {
      return [
        {
          key: 'more',
          target: run.key,
          sentence: `${need - good} short of ${need} ${planned?.bait.name ?? run.job.bait.name}, ${planned?.colourway.name ?? ''}`,
          detail: `${good} came good as ordered; what is shot by now is ${run.job.colourway.name}. Change back for more, or say on the session's page that others will do.`,
          label: 'Leave it short',
          send: { kind: 'skipped', payload: { step: 'more', target: `${run.key}:${run.target}` } },
        },
      ];
    }
    if (good >= need || run.done === 0 || s.skips.has(`more:${run.key}:${run.target}`)) return [];
    return [
      {
        key: 'more',
        target: run.key,
        sentence: `${need - good} short of ${need} ${run.job.bait.name}: shoot once more?`,
        detail: `${good} came good of ${run.done} ${run.done === 1 ? 'shot' : 'shots'}. The cups are still warm; another evening starts cold.`,
        label: 'One more shot',
        send: { kind: 'changed', payload: { what: 'shots', job: run.key, by: 1 } },
        skip: { step: 'more', target: `${run.key}:${run.target}` },
      },
    ];
  });
}

/** A stage that lacks inserts its mould could take: shoot more, or go on with what there is. */
function shortSteps(s: SessionState, run: RunState): Step[] {
  const next = [...s.runs.values()].find(
    (r) => r.job.key === run.job.key && r.stage.takes === run.stage.key,
  );
  if (!next || run.done < run.target || !wants(s, run)) return [];
  const there = ready(s, next);
  const many = MAKES[run.stage.makes].many;
  return [
    {
      key: 'more',
      target: run.key,
      sentence: `${there} ${many} left for ${next.stage.name.toLowerCase()}: shoot ${many} once more?`,
      detail: 'Each body wants one. Go on without, and the cavities without one are no good.',
      label: 'One more shot',
      send: { kind: 'changed', payload: { what: 'shots', job: run.key, by: 1 } },
      others: [
        {
          label: `Go on with ${there}`,
          send: { kind: 'skipped', payload: { step: 'shortOf', target: run.key } },
        },
      ],
    },
  ];
}

/**
 * Everything that could be done now, the most pressing first. The order is the trade's: what is under
 * pressure, then what is drawn and cooling in the barrels, then what is ready to open, then the next mould.
 */
export function steps(s: SessionState, now: number): Step[] {
  if (s.status === 'finished') return [];
  if (s.status === 'new')
    return [
      {
        key: 'resume',
        target: 'session',
        sentence: 'All laid out? Begin the session',
        detail: 'The session’s clock starts now.',
        label: 'Begin',
        send: { kind: 'opened', payload: {} },
      },
    ];
  if (s.status === 'broken off') {
    return [
      {
        key: 'resume',
        target: 'session',
        sentence: 'Broken off. Take it up again: everything is cold',
        detail:
          'Readings and warmed metal from before no longer count; the session’s clock stands still until then.',
        label: 'Take it up again',
        send: { kind: 'resumed', payload: {} },
      },
    ];
  }
  const moulds = [...s.moulds.values()];
  const byMould = moulds.flatMap((m) => mouldSteps(s, m, now));
  const pick = (...keys: Step['key'][]) => byMould.filter((x) => keys.includes(x.key));
  const run = runInHand(s);
  const turn = run ? freeMould(s, run) : null;
  const drawn =
    turn && injectorOf(s, turn.run)?.draw && canShoot(s, turn) ? shotSteps(s, turn, now) : [];

  const oven = ovenSteps(s, now);
  const out: Step[] = [
    ...pick('hold', 'topOff'),
    ...drawn,
    ...oven.out,
    ...pick('secondLook'),
    ...emptySteps(s),
    ...pick('open', 'mark', 'sprue'),
    ...rackSteps(s),
    ...trialSteps(s),
  ];
  const short = run ? shortSteps(s, run) : [];
  if (run && short.length > 0) out.push(...short);
  else if (run) {
    const prepare = [...cupSteps(s, run), ...metalSteps(s, run, now)];
    const order: Step['key'][] = [
      'wake',
      'dose',
      'degasCold',
      'cook',
      'degasBefore',
      'colour',
      'degasAfter',
      'clean',
      'warmInjector',
      'readRoom',
      'readMould',
      'warmMould',
    ];
    prepare.sort((a, b) => order.indexOf(a.key) - order.indexOf(b.key));
    out.push(...prepare);
    if (turn && drawn.length === 0) out.push(...shotSteps(s, turn, now));
  }
  out.push(...oven.heating);
  const cooling = moulds
    .filter((m) => m.phase === 'cooling' && m.readyAt > now)
    .sort((a, b) => a.readyAt - b.readyAt);
  for (const m of cooling) {
    out.push({
      key: 'cool',
      target: m.key,
      sentence: `${m.mould.name} opens in ${clock((m.readyAt - now) / 1000)}`,
      detail:
        !m.looked && m.lookAt > now
          ? `Look at its sprue again in ${clock((m.lookAt - now) / 1000)}.`
          : 'Nothing to do by hand until then.',
      label: 'Open it now',
      until: m.readyAt,
      send: { kind: 'mouldOpened', payload: { mould: m.key } },
    });
  }
  if (
    !run &&
    oven.heating.length === 0 &&
    byMould.length === 0 &&
    cooling.length === 0 &&
    rackSteps(s).length === 0
  ) {
    out.push(...moreSteps(s), {
      key: 'finish',
      target: 'session',
      sentence: `All ${[...s.shots.values()].filter((x) => !x.trial && x.stage.makes === 'bait').length} shots are on the rack. Finish and count`,
      detail: 'Good baits go to their lines, what is over to stock. Switch off plates and guns.',
      label: 'Finish the session',
      send: { kind: 'finished', payload: {} },
    });
  }
  // What is in hand keeps the key until it is done or left; everything else waits its turn after it.
  const held = s.focus
    ? out.findIndex((x) => x.key === s.focus!.what && x.target === s.focus!.mould)
    : -1;
  return held > 0 ? [out[held]!, ...out.filter((_, i) => i !== held)] : out;
}

/** Acts that can be recorded at any time, whatever comes next: done early, late, again or out of order. */
export function anyTime(s: SessionState): { place: string; label: string; send: Send }[] {
  const run = runInHand(s) ?? [...s.runs.values()].at(-1);
  const step = run ? inStep(s, run) : [];
  const runOf = (m: string) =>
    step.find((r) => r.tools.moulds.some((x) => String(x.id) === m)) ?? run;
  const several =
    s.runs.size > 1 ? [...s.runs.values()].filter((r) => wants(s, r) && r !== run) : [];
  return [
    ...several.map((r) => ({
      place: 'Stages',
      label: `Go on with ${r.job.bait.name}${r.job.build.stages.length > 1 ? `, ${r.stage.name.toLowerCase()}` : ''}`,
      send: { kind: 'turned' as const, payload: { job: r.key } },
    })),
    ...[...s.cups.values()].flatMap((c) => [
      {
        place: `Cup ${c.letter}`,
        label: 'Stirred',
        send: { kind: 'stirred' as const, payload: { cup: c.key } },
      },
      {
        place: `Cup ${c.letter}`,
        label: 'Degassed',
        send: {
          kind: 'degassed' as const,
          payload: {
            cup: c.key,
            when: c.coloured
              ? ('after colour' as const)
              : c.fused
                ? ('before colour' as const)
                : ('cold' as const),
          },
        },
      },
      {
        place: `Cup ${c.letter}`,
        label: 'Coloured',
        send: { kind: 'coloured' as const, payload: { cup: c.key } },
      },
    ]),
    ...[...s.moulds.values()].flatMap((m) => {
      const place = m.mould.name;
      const own = runOf(m.key);
      const injector = own ? injectorOf(s, own) : undefined;
      const shoot =
        own && injector?.draw
          ? [
              {
                place,
                label: 'Shot now',
                send: {
                  kind: 'shot' as const,
                  payload: {
                    mould: m.key,
                    job: own.key,
                    draw: injector.draw,
                    trial: isTrialNext(own),
                    cavities: cavitiesOfDraw(s, own, m),
                  },
                },
              },
            ]
          : [];
      const load =
        own && m.phase === 'open' && unloaded(own, m).length > 0
          ? [
              {
                place,
                label: 'Every insert is in',
                send: {
                  kind: 'loaded' as const,
                  payload: { mould: m.key, job: own.key, cavities: unloaded(own, m), gap: false },
                },
              },
            ]
          : [];
      return [
        {
          place,
          label: 'Warmed',
          send: {
            kind: 'warmed' as const,
            payload: { target: { kind: 'mould' as const, key: m.key } },
          },
        },
        ...load,
        ...((m.phase === 'open' || m.phase === 'closed') && m.mould.closure !== 'open'
          ? [
              {
                place,
                label: `Closed: ${closingAct(m.mould)}`,
                send: {
                  kind: 'closed' as const,
                  payload: { mould: m.key, gaps: [], closures: m.mould.closures, loose: true },
                },
              },
              ...(own && hasTop(own.stage)
                ? [
                    {
                      place,
                      label: 'TOP looked at',
                      send: { kind: 'topChecked' as const, payload: { mould: m.key, right: true } },
                    },
                  ]
                : []),
              ...shoot,
            ]
          : []),
        ...(m.phase === 'holding' || m.phase === 'cooling'
          ? [
              {
                place,
                label: 'Topped off',
                send: {
                  kind: 'toppedOff' as const,
                  payload: {
                    mould: m.key,
                    look: m.toppedOff ? (2 as const) : (1 as const),
                    took: true,
                  },
                },
              },
              {
                place,
                label: 'Opened',
                send: { kind: 'mouldOpened' as const, payload: { mould: m.key } },
              },
            ]
          : []),
      ];
    }),
    ...[...s.injectors.values()].flatMap((i) => [
      {
        place: i.injector.name,
        label: 'Warmed and oiled',
        send: {
          kind: 'warmed' as const,
          payload: { target: { kind: 'injector' as const, key: i.key } },
        },
      },
      {
        place: i.injector.name,
        label: 'Cleaned',
        send: { kind: 'cleaned' as const, payload: { injector: i.key } },
      },
      ...(i.draw
        ? [
            {
              place: i.injector.name,
              label: 'Emptied',
              send: {
                kind: 'emptied' as const,
                payload: { injector: i.key, habit: 'push' as const, plug: 'none' as const },
              },
            },
          ]
        : []),
    ]),
  ];
}

/** The one thing to do now. A step merely waiting comes after anything for the hands. */
export function nextStep(s: SessionState, now: number): Step | null {
  return steps(s, now)[0] ?? null;
}

/** The next countdown to run out, for the clock line. */
export function nextDue(s: SessionState): { at: number; what: string } | null {
  const cups = [...s.cups.values()].flatMap((c) =>
    c.inOven ? [{ at: c.inOven.until, what: `${c.letter} out of the oven` }] : [],
  );
  const due = [...s.moulds.values()].flatMap((m) => [
    ...(m.phase === 'holding' ? [{ at: m.holdUntil, what: `let go ${m.mould.name}` }] : []),
    ...(m.phase === 'cooling' && !m.looked && m.toppedOff
      ? [{ at: m.lookAt, what: `look at ${m.mould.name}` }]
      : []),
    ...(m.phase === 'cooling' ? [{ at: m.readyAt, what: `open ${m.mould.name}` }] : []),
  ]);
  return [...cups, ...due].sort((a, b) => a.at - b.at)[0] ?? null;
}
