import { clock } from '../quantity/index.ts';
import { canShoot, cavitiesOfDraw, cupSteps, freeMould, injectorOf, isTrialNext, jobInHand, metalSteps, mouldSteps, rackSteps, shotSteps } from './advice.ts';
import { PLUGS } from './words.ts';
import type { SessionState } from './state.ts';
import type { Send, Step } from './step.ts';

/** What is in the barrels with no mould to take it goes back, and its plug gives the first verdict. */
function emptySteps(s: SessionState): Step[] {
  return [...s.injectors.values()].filter((i) => i.draw && i.shotsSinceEmpty > 0 && !s.skips.has(`empty:${i.key}:${i.draws}`)).map((i) => {
    const habit = s.jobs.get(s.draws.get(i.draw!)?.job ?? '')?.job.habit ?? 'push';
    return {
      key: 'empty', target: i.key,
      sentence: habit === 'push' ? `Push the rest of ${i.injector.name} back hot, look at the plug` : `Leave ${i.injector.name} 1 min, pull the plug, look at it`,
      detail: i.contents.length > 1 ? 'Cut the plug or look at its end: both colours square? It gives the first verdict.' : 'Cut the plug or look at its end: it gives the first verdict.',
      label: i.contents.length > 1 ? 'Plug even, line square' : 'Plug is sound',
      send: { kind: 'emptied', payload: { injector: i.key, habit, plug: 'square' } },
      others: (['thin', 'cold', 'none'] as const).filter((p) => p !== 'thin' || i.contents.length > 1).map((plug) => ({ label: PLUGS[plug][0]!.toUpperCase() + PLUGS[plug].slice(1), send: { kind: 'emptied' as const, payload: { injector: i.key, habit, plug } } })),
      skip: { step: 'empty', target: `${i.key}:${i.draws}` },
    } satisfies Step;
  });
}

/**
 * Everything that could be done now, the most pressing first. The order is the trade's: what is under
 * pressure, then what is drawn and cooling in the barrels, then what is ready to open, then the next mould.
 */
export function steps(s: SessionState, now: number): Step[] {
  if (s.status === 'new' || s.status === 'finished') return [];
  if (s.status === 'broken off') {
    return [{ key: 'resume', target: 'session', sentence: 'Broken off. Take it up again: everything is cold', detail: 'Readings and warmed metal from before no longer count; the session’s clock stands still until then.', label: 'Take it up again', send: { kind: 'resumed', payload: {} } }];
  }
  const moulds = [...s.moulds.values()];
  const byMould = moulds.flatMap((m) => mouldSteps(s, m, now));
  const pick = (...keys: Step['key'][]) => byMould.filter((x) => keys.includes(x.key));
  const job = jobInHand(s);
  const mould = job ? freeMould(s, job) : null;
  const injector = job ? injectorOf(s, job) : undefined;
  const drawn = job && mould && injector?.draw && canShoot(s, job, mould) ? shotSteps(s, job, mould, now) : [];

  const out: Step[] = [...pick('hold', 'topOff'), ...drawn, ...pick('secondLook'), ...emptySteps(s), ...pick('open', 'mark', 'sprue'), ...rackSteps(s)];
  if (job) {
    const prepare = [...cupSteps(s, job), ...metalSteps(s, job)];
    const order: Step['key'][] = ['wake', 'warmMould', 'warmInjector', 'dose', 'degasCold', 'cook', 'degasBefore', 'colour', 'degasAfter'];
    prepare.sort((a, b) => order.indexOf(a.key) - order.indexOf(b.key));
    out.push(...prepare);
    if (mould && drawn.length === 0) out.push(...shotSteps(s, job, mould, now));
  }
  const cooling = moulds.filter((m) => m.phase === 'cooling' && m.readyAt > now).sort((a, b) => a.readyAt - b.readyAt);
  for (const m of cooling) {
    out.push({ key: 'cool', target: m.key, sentence: `${m.mould.name} opens in ${clock((m.readyAt - now) / 1000)}`, detail: !m.looked && m.lookAt > now ? `Look at its sprue again in ${clock((m.lookAt - now) / 1000)}.` : 'Nothing to do by hand until then.', label: 'Open it now', until: m.readyAt, send: { kind: 'mouldOpened', payload: { mould: m.key } } });
  }
  if (!job && byMould.length === 0 && cooling.length === 0 && rackSteps(s).length === 0) {
    out.push({ key: 'finish', target: 'session', sentence: `All ${[...s.shots.values()].filter((x) => !x.trial).length} shots are on the rack. Finish and count`, detail: 'Good baits go to their lines, what is over to stock. Switch off plates and guns.', label: 'Finish the session', send: { kind: 'finished', payload: {} } });
  }
  return out;
}

/** Acts that can be recorded at any time, whatever comes next: done early, late, again or out of order. */
export function anyTime(s: SessionState): { place: string; label: string; send: Send }[] {
  const job = jobInHand(s) ?? [...s.jobs.values()].at(-1);
  const injector = job ? injectorOf(s, job) : undefined;
  return [
    ...[...s.cups.values()].flatMap((c) => [
      { place: `Cup ${c.letter}`, label: 'Stirred', send: { kind: 'stirred' as const, payload: { cup: c.key } } },
      { place: `Cup ${c.letter}`, label: 'Degassed', send: { kind: 'degassed' as const, payload: { cup: c.key, when: c.coloured ? ('after colour' as const) : c.fused ? ('before colour' as const) : ('cold' as const) } } },
      { place: `Cup ${c.letter}`, label: 'Coloured', send: { kind: 'coloured' as const, payload: { cup: c.key } } },
    ]),
    ...[...s.moulds.values()].flatMap((m) => {
      const place = m.mould.name;
      const shoot = job && injector?.draw ? [{ place, label: 'Shot now', send: { kind: 'shot' as const, payload: { mould: m.key, job: job.key, draw: injector.draw, trial: isTrialNext(job), cavities: cavitiesOfDraw(s, job, m) } } }] : [];
      return [
        { place, label: 'Warmed', send: { kind: 'warmed' as const, payload: { target: { kind: 'mould' as const, key: m.key } } } },
        ...(m.phase === 'open' || m.phase === 'closed' ? [{ place, label: 'Closed', send: { kind: 'closed' as const, payload: { mould: m.key, gaps: [], closures: m.mould.closures, loose: true } } }, { place, label: 'TOP looked at', send: { kind: 'topChecked' as const, payload: { mould: m.key, right: true } } }, ...shoot] : []),
        ...(m.phase === 'holding' || m.phase === 'cooling' ? [{ place, label: 'Topped off', send: { kind: 'toppedOff' as const, payload: { mould: m.key, look: m.toppedOff ? (2 as const) : (1 as const), took: true } } }, { place, label: 'Opened', send: { kind: 'mouldOpened' as const, payload: { mould: m.key } } }] : []),
      ];
    }),
    ...[...s.injectors.values()].flatMap((i) => [
      { place: i.injector.name, label: 'Warmed and oiled', send: { kind: 'warmed' as const, payload: { target: { kind: 'injector' as const, key: i.key } } } },
      ...(i.draw ? [{ place: i.injector.name, label: 'Emptied', send: { kind: 'emptied' as const, payload: { injector: i.key, habit: 'push' as const, plug: 'none' as const } } }] : []),
    ]),
  ];
}

/** The one thing to do now. A step merely waiting comes after anything for the hands. */
export function nextStep(s: SessionState, now: number): Step | null {
  return steps(s, now)[0] ?? null;
}

/** The next countdown to run out, for the clock line. */
export function nextDue(s: SessionState): { at: number; what: string } | null {
  const due = [...s.moulds.values()].flatMap((m) => [
    ...(m.phase === 'holding' ? [{ at: m.holdUntil, what: `let go ${m.mould.name}` }] : []),
    ...(m.phase === 'cooling' && !m.looked && m.toppedOff ? [{ at: m.lookAt, what: `look at ${m.mould.name}` }] : []),
    ...(m.phase === 'cooling' ? [{ at: m.readyAt, what: `open ${m.mould.name}` }] : []),
  ]);
  return due.sort((a, b) => a.at - b.at)[0] ?? null;
}
