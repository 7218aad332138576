import { layersOf } from '../build/index.ts';
import { density, GRADES, PLASTISOL } from '../material/index.ts';
import { shares, shotMass, sum } from '../shot/index.ts';
import type { Kind, BenchEvent } from './event.ts';
import { EYE } from './words.ts';
import { drawWarnings, mouldWarnings } from './guard.ts';
import type { CupState, InjectorState, MouldState, Reading, SessionState, ShotState } from './state.ts';
import { newCup, newInjector, newMould } from './state.ts';
import { LETTERS } from '../plan/index.ts';

/**
 * What each kind of event does to the state. An event that names something unknown, or that has
 * already had its effect, does nothing: benches may repeat and cross each other.
 */
type Handlers = { [K in Kind]: (s: SessionState, e: BenchEvent<K>) => void };

const cup = (s: SessionState, key: string, act: (c: CupState) => void) => {
  const c = s.cups.get(key);
  if (c) act(c);
};
const mould = (s: SessionState, key: string, act: (m: MouldState) => void) => {
  const m = s.moulds.get(key);
  if (m) act(m);
};

const rhoOf = (c: CupState | undefined, celsius: number): number => density(celsius, c ? GRADES[c.grade].density20 : PLASTISOL.density20);

export function hold(m: MouldState, at: number): void {
  m.phase = 'holding';
  m.since = at;
  m.holdUntil = at + m.mould.hold * 1000;
}
export function cool(m: MouldState, at: number, secondLook: number): void {
  m.phase = 'cooling';
  m.since = at;
  m.readyAt = at + m.mould.cool * 1000;
  m.lookAt = at + secondLook * 1000;
}
export function reopen(m: MouldState): void {
  Object.assign(m, { phase: 'open', shot: null, closures: 0, gaps: [], looseIn: false, top: 'unseen', toppedOff: false, looked: false });
}

function give(s: SessionState, to: string, grams: number): void {
  const c = s.cups.get(to);
  if (c) {
    c.grams += grams;
    c.returnedG += grams;
  } else s.puckG += grams;
}

function shotOf(s: SessionState, e: BenchEvent<'shot'>, m: MouldState, injector: InjectorState | undefined): ShotState {
  const job = s.jobs.get(e.payload.job)!;
  const id = `${m.key}#${m.cycles + 1}`;
  const draw = s.draws.get(e.payload.draw);
  const against = [...(draw?.against ?? []), ...mouldWarnings(s, m, (injector?.contents.length ?? 1) > 1).map((w) => w.code)];
  return {
    id, n: s.shots.size + 1, at: e.at, job: job.key, mould: m.key, trial: e.payload.trial, build: job.job.build, colourway: job.job.colourway,
    bait: { id: job.job.bait.id, name: job.job.bait.name }, cavities: new Map(), mouldCelsius: m.reading?.celsius ?? null, against, toppedOff: 0,
    openedAt: null, markedAt: null, marks: new Map(), returnedTo: null, rackedAt: null, curedAt: null, baitsG: 0, feedG: 0,
  };
}

export const HANDLERS: Handlers = {
  opened: (s, e) => {
    if (s.status !== 'new') return;
    s.status = 'running';
    s.openedAt = e.at;
  },
  brokenOff: (s, e) => {
    if (s.status !== 'running') return;
    s.status = 'broken off';
    s.pausedAt = e.at;
  },
  resumed: (s, e) => {
    if (s.status !== 'broken off') return;
    s.status = 'running';
    s.pausedMs += e.at - (s.pausedAt ?? e.at);
    s.pausedAt = null;
    s.breaks += 1;
    // Everything stands cold again: what was read or warmed before the break no longer counts.
    for (const c of s.cups.values()) Object.assign(c, { reading: null, before: null, fused: false });
    for (const m of s.moulds.values()) Object.assign(m, { warmed: false, reading: null });
    for (const i of s.injectors.values()) i.warmed = false;
  },
  finished: (s, e) => {
    if (s.status === 'finished') return;
    if (s.pausedAt !== null) s.pausedMs += e.at - s.pausedAt;
    s.status = 'finished';
    s.finishedAt = e.at;
  },
  woken: (s, e) => cup(s, e.payload.cup, (c) => void (c.woken = true)),
  charged: (s, e) =>
    cup(s, e.payload.cup, (c) => {
      c.grams += e.payload.grams;
      if (e.payload.from === 'fresh') c.freshG += e.payload.grams;
      else c.remeltG += e.payload.grams;
      c.charges += 1;
      // What is new in the cup has not been cooked, degassed or coloured yet.
      Object.assign(c, { fused: false, degassed: false, coloured: false });
      c.trail.push({ event: e.id, at: e.at, what: e.payload.from === 'fresh' ? 'plastisol' : 'remelt', amount: e.payload.grams, dimension: 'mass' });
    }),
  heated: (s, e) => cup(s, e.payload.cup, (c) => void (c.heatedS += e.payload.seconds)),
  stirred: (s, e) => cup(s, e.payload.cup, (c) => void (c.stirredAt = e.at)),
  degassed: (s, e) => cup(s, e.payload.cup, (c) => void (c.degassed = true)),
  added: (s, e) => cup(s, e.payload.cup, (c) => void c.trail.push({ event: e.id, at: e.at, what: e.payload.what, amount: e.payload.amount, dimension: e.payload.dimension })),
  coloured: (s, e) => cup(s, e.payload.cup, (c) => void (c.coloured = true)),
  reading: (s, e) => {
    const { target, celsius, stage } = e.payload;
    const eye = stage ? EYE[stage] : null;
    if (celsius === null && !eye) return;
    const at = celsius ?? (eye!.low + eye!.high) / 2;
    const reading: Reading = { at: e.at, celsius: at, low: celsius ?? eye!.low, high: celsius ?? eye!.high, stage };
    if (target.kind === 'cup') {
      cup(s, target.key, (c) => {
        c.before = c.reading;
        c.reading = reading;
        if (celsius !== null ? celsius >= PLASTISOL.fusion - 1 : stage !== 'milk' && stage !== 'gel') c.fused = true;
      });
    }
    if (target.kind === 'mould') {
      mould(s, target.key, (m) => {
        m.reading = reading;
        if (at >= m.mould.warmTo - 3) m.warmed = true;
      });
    }
    if (target.kind === 'room') s.roomCelsius = at;
  },
  warmed: (s, e) => {
    const { kind, key } = e.payload.target;
    if (kind === 'mould') mould(s, key, (m) => void (m.warmed = true));
    const injector = s.injectors.get(key);
    if (kind === 'injector' && injector) injector.warmed = true;
  },
  closed: (s, e) =>
    mould(s, e.payload.mould, (m) => {
      if (m.phase !== 'open' && m.phase !== 'closed' && m.phase !== 'cleared') return;
      // Baits of the last shot may still lie on the bench, waiting for the rack.
      if (m.phase === 'cleared') m.shot = null;
      Object.assign(m, { phase: 'closed', since: e.at, closures: e.payload.closures, gaps: e.payload.gaps, looseIn: e.payload.loose });
    }),
  topChecked: (s, e) => mould(s, e.payload.mould, (m) => void (m.top = e.payload.right ? 'right' : 'wrong')),
  drawn: (s, e) => {
    const { draw, injector: key, job: jobKey, barrels } = e.payload;
    const injector = s.injectors.get(key);
    const job = s.jobs.get(jobKey);
    if (!injector || !job || s.draws.has(draw)) return;
    const against = drawWarnings(s, job, e.at).map((w) => w.code);
    const taken = barrels.map((b) => {
      const c = s.cups.get(b.cup);
      const celsius = c?.reading?.celsius ?? null;
      const grams = b.ml * rhoOf(c, celsius ?? (job.job.window.low + job.job.window.high) / 2);
      if (c) {
        c.grams -= grams;
        c.drawnG += grams;
      }
      return { ...b, grams, celsius, trail: c?.trail.length ?? 0 };
    });
    s.draws.set(draw, { id: draw, n: s.draws.size + 1, at: e.at, job: jobKey, injector: key, barrels: taken, against, plug: null });
    injector.draw = draw;
    injector.draws += 1;
    injector.shotsSinceEmpty = 0;
    injector.contents = taken.map((b) => ({ cup: b.cup, layer: b.layer, grams: b.grams + (injector.contents.find((c) => c.cup === b.cup && c.layer === b.layer)?.grams ?? 0) }));
  },
  shot: (s, e) => {
    const m = s.moulds.get(e.payload.mould);
    const job = s.jobs.get(e.payload.job);
    if (!m || !job) return;
    const going = m.phase === 'filling' ? s.shots.get(m.shot ?? '') : undefined;
    if (!going && m.shot !== null && m.phase !== 'open' && m.phase !== 'closed') return;
    const injector = [...s.injectors.values()].find((i) => i.draw === e.payload.draw);
    const shot = going ?? shotOf(s, e, m, injector);
    const wanted = e.payload.cavities ?? m.mould.cavities.map((c) => c.n);
    const filled = wanted.filter((n) => !shot.cavities.has(n));
    const rho20 = injector ? sum(injector.contents.map((c, i) => shares(injector.injector)[i]! * GRADES[s.cups.get(c.cup)?.grade ?? 'medium'].density20)) : PLASTISOL.density20;
    const mass = shotMass(m.mould, rho20);
    const baits = sum(filled.map((n) => mass.cavities.get(n) ?? 0));
    const feed = m.mould.feed === 'each' ? mass.feedEach * filled.length : going ? 0 : mass.feed;
    filled.forEach((n) => shot.cavities.set(n, e.payload.draw));
    shot.baitsG += baits;
    shot.feedG += feed;
    if (injector) {
      shares(injector.injector).forEach((part, i) => {
        const c = injector.contents[i];
        if (c) c.grams = Math.max(0, c.grams - part * (baits + feed));
      });
      injector.shotsSinceEmpty += 1;
    }
    if (!going) {
      m.cycles += 1;
      m.shot = shot.id;
      s.shots.set(shot.id, shot);
      if (shot.trial) job.trialsDone += 1;
      else job.done += 1;
    }
    if (shot.cavities.size < m.mould.cavities.length) m.phase = 'filling';
    else hold(m, e.at);
  },
  held: (s, e) => mould(s, e.payload.mould, (m) => void (m.phase === 'holding' && cool(m, e.at, s.snapshot.bench.secondLook))),
  toppedOff: (s, e) =>
    mould(s, e.payload.mould, (m) => {
      const shot = s.shots.get(m.shot ?? '');
      if (m.phase === 'holding') cool(m, e.at, s.snapshot.bench.secondLook);
      if (e.payload.look === 1) m.toppedOff = true;
      else m.looked = true;
      if (shot && e.payload.took) shot.toppedOff += 1;
    }),
  emptied: (s, e) => {
    const injector = s.injectors.get(e.payload.injector);
    if (!injector) return;
    const draw = s.draws.get(injector.draw ?? '');
    if (draw) draw.plug = e.payload.plug;
    const mixed = new Set(injector.contents.map((c) => c.cup)).size > 1;
    const job = s.jobs.get(draw?.job ?? '');
    const mixedTo = job?.job.mixedTo === 'puck' || !job ? 'puck' : String(job.job.layers[job.job.mixedTo] ?? 'puck');
    for (const c of injector.contents) {
      const rho = rhoOf(s.cups.get(c.cup), (job ? job.job.window.low + job.job.window.high : 330) / 2);
      // The block's share and what was pushed out hold both colours; the barrel's own rest is clean.
      const crossed = e.payload.habit === 'plug' ? c.grams : Math.min(c.grams, ((injector.block?.heel ?? 0) / injector.contents.length + s.snapshot.bench.purge) * rho);
      give(s, c.cup, c.grams - crossed);
      give(s, mixed ? mixedTo : c.cup, crossed);
    }
    Object.assign(injector, { contents: [], draw: null, shotsSinceEmpty: 0 });
  },
  mouldOpened: (s, e) =>
    mould(s, e.payload.mould, (m) => {
      const shot = s.shots.get(m.shot ?? '');
      if (!shot || shot.openedAt !== null) return;
      shot.openedAt = e.at;
      m.phase = 'opened';
    }),
  cavityMarked: (s, e) => {
    const shot = s.shots.get(e.payload.shot);
    if (!shot || !shot.cavities.has(e.payload.cavity)) return;
    if (e.payload.grade === 'good') shot.marks.delete(e.payload.cavity);
    else shot.marks.set(e.payload.cavity, { grade: e.payload.grade, fault: e.payload.fault });
  },
  marked: (s, e) => {
    const shot = s.shots.get(e.payload.shot);
    if (!shot) return;
    shot.markedAt = e.at;
    shot.openedAt ??= e.at;
    mould(s, shot.mould, (m) => void (m.shot === shot.id && (m.phase = 'marked')));
  },
  returned: (s, e) => {
    const shot = s.shots.get(e.payload.shot);
    if (!shot || shot.returnedTo !== null) return;
    shot.returnedTo = e.payload.to;
    give(s, e.payload.to, shot.feedG + scrapG(s, shot));
    mould(s, shot.mould, (m) => void (m.shot === shot.id && (m.phase = 'cleared')));
  },
  racked: (s, e) => {
    const shot = s.shots.get(e.payload.shot);
    if (!shot || shot.rackedAt !== null) return;
    shot.rackedAt = e.at;
    shot.curedAt = e.at + s.snapshot.bench.cure * 3_600_000;
    mould(s, shot.mould, (m) => void (m.shot === shot.id && reopen(m)));
  },
  skipped: (s, e) => {
    s.skips.add(`${e.payload.step}:${e.payload.target}`);
    const { step, target } = e.payload;
    const m = s.moulds.get(step === 'rack' ? (s.shots.get(target)?.mould ?? '') : target);
    if (!m) return;
    if (step === 'hold' && m.phase === 'holding') cool(m, e.at, s.snapshot.bench.secondLook);
    if (step === 'topOff') m.toppedOff = true;
    if (step === 'secondLook') m.looked = true;
    if (step === 'sprue' && m.phase === 'marked') m.phase = 'cleared';
    if (step === 'rack' && m.shot === target && m.phase === 'cleared') reopen(m);
  },
  changed: (s, e) => {
    const p = e.payload;
    const state = s.jobs.get(p.job);
    if (!state) return;
    if (p.what === 'shots') state.target = Math.max(state.done, state.target + p.by);
    if (p.what === 'trials') state.trials = Math.max(state.trialsDone, state.trials + p.by);
    if (p.what === 'mould') {
      const entry = { id: p.id, mould: p.mould };
      if (!s.moulds.has(String(p.id))) s.moulds.set(String(p.id), newMould(p.id, p.mould));
      state.job = { ...state.job, moulds: p.only ? [entry] : [...state.job.moulds.filter((m) => m.id !== p.id), entry] };
    }
    if (p.what === 'colourway') {
      state.job = { ...state.job, colourway: p.colourway, build: p.build, layers: p.layers, injector: p.injector, block: p.block, mixedTo: layersOf(p.build).some((l) => l.key === state.job.mixedTo) ? state.job.mixedTo : 'puck' };
      for (const choice of p.cups) {
        if (!s.cups.has(String(choice.mix))) s.cups.set(String(choice.mix), newCup(choice, LETTERS[s.cups.size] ?? 'Z', []));
      }
      const held = s.injectors.get(String(p.injector.id));
      if (!held) s.injectors.set(String(p.injector.id), newInjector(p.injector.id, p.injector.injector, p.block));
      else Object.assign(held, { block: p.block?.block ?? null, blockKey: p.block ? String(p.block.id) : null });
    }
  },
  trouble: (s, e) => void s.troubles.push({ event: e.id, at: e.at, about: e.payload.about, what: e.payload.what }),
  undone: () => {},
};

/** Grams of a shot that are no bait to keep: seconds, and all of a trial's. */
export function scrapG(s: SessionState, shot: ShotState): number {
  const m = s.moulds.get(shot.mould);
  if (!m) return 0;
  if (shot.trial) return shot.baitsG;
  const mass = shotMass(m.mould);
  const whole = sum(mass.cavities.values());
  const scrap = sum([...shot.marks].filter(([, mark]) => mark.grade === 'second').map(([n]) => mass.cavities.get(n) ?? 0));
  return whole > 0 ? (scrap / whole) * shot.baitsG * (whole / sum([...shot.cavities.keys()].map((n) => mass.cavities.get(n) ?? 0))) : 0;
}
