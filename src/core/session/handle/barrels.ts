import { PUSHES } from '../../build/index.ts';
import { rigOf } from '../../plan/index.ts';
import { sum } from '../../shot/index.ts';
import { likeness } from '../likeness.ts';
import type { BenchEvent } from '../event.ts';
import { drawWarnings } from '../guard.ts';
import { heatByDraw } from './heat.ts';
import type {
  InjectorState,
  MouldState,
  Portion,
  RunState,
  SessionState,
  ShotState,
} from '../state.ts';
import type { Handlers } from './parts.ts';
import { cool, give, hold, massFor, mould, newShot, pushParts, rhoOf, standIn } from './parts.ts';

const windowHeat = (run: RunState): number => (run.tools.window.low + run.tools.window.high) / 2;

/** What is taken from a cup, as a portion, and off the cup's own. */
function portion(
  s: SessionState,
  layer: string,
  key: string,
  amount: { ml: number } | { grams: number },
  fallback: number,
  foreseen?: number,
): Portion {
  const c = s.cups.get(key);
  const celsius = foreseen ?? c?.reading?.celsius ?? null;
  const rho = rhoOf(c, celsius ?? fallback);
  const grams = 'grams' in amount ? amount.grams : amount.ml * rho;
  if (c) {
    c.grams -= grams;
    c.drawnG += grams;
  }
  return {
    layer,
    cup: key,
    ml: grams / rho,
    grams,
    celsius,
    runs: c?.runs ?? 'alike',
    trail: c?.trail.length ?? 0,
    apart: c ? likeness(c, c.trail.length, s.snapshot.colour.materials) : 0,
  };
}

/** Inserts that lay in the cavities now filled become part of the shot; a cavity that wanted one and had none is no good bait. */
function takeInserts(run: RunState, m: MouldState, shot: ShotState, filled: number[]): void {
  for (const n of filled) {
    const lot = m.loaded.get(n);
    if (lot !== undefined) {
      shot.inserts.set(n, lot);
      m.loaded.delete(n);
    } else if (run.stage.takes) shot.marks.set(n, { grade: 'second', fault: 'bare' });
  }
}

function shoot(
  s: SessionState,
  e: BenchEvent<'shot'>,
  m: MouldState,
  run: RunState,
  injector: InjectorState | undefined,
): void {
  const going = m.phase === 'filling' ? s.shots.get(m.shot ?? '') : undefined;
  if (!going && m.shot !== null && m.phase !== 'open' && m.phase !== 'closed') return;
  const draw = s.draws.get(e.payload.draw);
  const shot =
    going ?? newShot(s, run, m, e.at, e.payload.trial, draw?.against ?? [], draw?.said ?? []);
  const wanted = e.payload.cavities ?? m.mould.cavities.map((c) => c.n);
  const filled = wanted.filter((n) => !shot.cavities.has(n));
  const mass = massFor(s, run, m);
  const shots = sum(filled.map((n) => mass.cavities.get(n) ?? 0));
  const feed = m.mould.feed === 'each' ? mass.feedEach * filled.length : going ? 0 : mass.feed;
  const pouredAll = sum(shot.poured.map((p) => p.grams));
  for (const n of filled) {
    shot.cavities.set(n, e.payload.draw);
    shot.grams.set(n, (mass.cavities.get(n) ?? 0) + pouredAll / m.mould.cavities.length);
  }
  shot.baitsG += shots + (pouredAll * filled.length) / m.mould.cavities.length;
  shot.feedG += feed;
  takeInserts(run, m, shot, filled);
  if (injector) {
    pushParts(s, run).forEach((part, i) => {
      const c = injector.contents[i];
      if (!c) return;
      // More than the bench thought was in a barrel came out of it: the cup gave it, so nothing is made of nothing.
      c.grams -= part * (shots + feed);
    });
    injector.shotsSinceEmpty += 1;
    injector.lastShotAt = e.at;
  }
  if (!going) standIn(s, run, m, shot);
  if (shot.cavities.size < m.mould.cavities.length) m.phase = 'filling';
  else hold(s, m, e.at, PUSHES[run.stage.push].hold);
}

export const BARRELS: Pick<
  Handlers,
  'drawn' | 'poured' | 'shot' | 'stopped' | 'emptied' | 'cleaned'
> = {
  drawn: (s, e) => {
    const { draw, injector: key, job, barrels } = e.payload;
    const injector = s.injectors.get(key);
    const run = s.runs.get(job);
    if (!injector || !run || s.draws.has(draw)) return;
    const foreseen = new Map(
      barrels.flatMap((b) =>
        b.celsius === undefined ? [] : [[b.cup, { celsius: b.celsius, sd: b.sd ?? 2 }] as const],
      ),
    );
    const warned = drawWarnings(s, run, e.at, undefined, foreseen);
    const against = warned.map((w) => w.code);
    const taken = barrels.map((b) =>
      portion(s, b.layer, b.cup, { ml: b.ml }, windowHeat(run), b.celsius),
    );
    const hot = taken.flatMap((t) => (t.celsius === null ? [] : [t.celsius]));
    if (hot.length > 0) heatByDraw(s, injector, Math.max(...hot), e.at);
    s.draws.set(draw, {
      id: draw,
      n: s.draws.size + 1,
      at: e.at,
      job,
      injector: key,
      barrels: taken.map((t, i) => ({ ...t, ml: barrels[i]!.ml })),
      against,
      said: warned.map((w) => w.sentence),
      plug: null,
    });
    injector.draw = draw;
    injector.draws += 1;
    injector.shotsSinceEmpty = 0;
    const stays = (c: { cup: string; layer: string }) =>
      taken.some((b) => b.cup === c.cup && b.layer === c.layer);
    // Another colour pushes out what still stood in the barrels: it is kept as a puck.
    s.puckG += sum(injector.contents.filter((c) => !stays(c)).map((c) => c.grams));
    injector.contents = taken.map((b) => ({
      cup: b.cup,
      layer: b.layer,
      grams:
        b.grams +
        (injector.contents.find((c) => c.cup === b.cup && c.layer === b.layer)?.grams ?? 0),
    }));
    taken.forEach((b, i) => (injector.stained[run.tools.order[i] ?? i] = b.cup));
  },
  poured: (s, e) => {
    const { mould: key, job, layer, cup: from, grams, trial, again } = e.payload;
    const m = s.moulds.get(key);
    const run = s.runs.get(job);
    if (!m || !run || !(m.phase === 'open' || (m.phase === 'closed' && run.stage.by === 'rod')))
      return;
    const held = m.pours.findIndex((p) => p.layer === layer);
    if (held >= 0 && !again) return;
    if (held >= 0) s.puckG += m.pours.splice(held, 1)[0]!.grams;
    for (const w of drawWarnings(s, run, e.at, from)) {
      m.pouredAgainst.add(w.code);
      m.pouredSaid.add(w.sentence);
    }
    m.pours.push(portion(s, layer, from, { grams }, windowHeat(run), e.payload.celsius));
    if (
      run.stage.layers.length > 0 ||
      run.stage.pours.some((p) => !m.pours.some((x) => x.layer === p.key))
    )
      return;
    // Nothing is shot after: the last layer makes the bait.
    const draw = `hand/${m.key}/${m.cycles + 1}`;
    const against = [...m.pouredAgainst];
    s.draws.set(draw, {
      id: draw,
      n: s.draws.size + 1,
      at: e.at,
      job,
      injector: 'hand',
      barrels: m.pours,
      against,
      said: [...m.pouredSaid],
      plug: null,
    });
    const shot = newShot(s, run, m, e.at, trial, against, [...m.pouredSaid]);
    const mass = massFor(s, run, m);
    const all = sum(m.pours.map((p) => p.grams));
    const feed = Math.min(mass.feed, all);
    const weights = m.mould.cavities.map((c) => ({
      n: c.n,
      g: sum([...mass.poured.values()].map((by) => by.get(c.n) ?? 0)),
    }));
    const whole = sum(weights.map((w) => w.g));
    for (const { n, g } of weights) {
      shot.cavities.set(n, draw);
      shot.grams.set(n, whole > 0 ? ((all - feed) * g) / whole : 0);
    }
    takeInserts(run, m, shot, [...shot.cavities.keys()]);
    shot.poured = [];
    m.pouredAgainst = new Set();
    m.pouredSaid = new Set();
    shot.baitsG = all - feed;
    shot.feedG = feed;
    standIn(s, run, m, shot);
    if (run.stage.by === 'rod') hold(s, m, e.at, PUSHES[run.stage.push].hold);
    else {
      cool(s, m, e.at);
      // An open mould has no sprue to top off.
      Object.assign(m, { toppedOff: true, looked: true });
    }
  },
  shot: (s, e) => {
    const m = s.moulds.get(e.payload.mould);
    const run = s.runs.get(e.payload.job);
    if (m && run)
      shoot(
        s,
        e,
        m,
        run,
        [...s.injectors.values()].find((i) => i.draw === e.payload.draw),
      );
  },
  stopped: (s, e) =>
    mould(s, e.payload.mould, (m) => {
      const shot = s.shots.get(m.shot ?? '');
      if (m.phase !== 'filling' || !shot) return;
      shot.stopped = e.payload.why;
      // What was poured for cavities left empty is peeled out.
      const poured = sum(shot.poured.map((p) => p.grams));
      s.puckG +=
        (poured * (m.mould.cavities.length - shot.cavities.size)) / m.mould.cavities.length;
      hold(s, m, e.at, PUSHES[shot.stage.push].hold);
    }),
  emptied: (s, e) => {
    const injector = s.injectors.get(e.payload.injector);
    if (!injector) return;
    const draw = s.draws.get(injector.draw ?? '');
    if (draw) draw.plug = e.payload.plug;
    const mixed = new Set(injector.contents.map((c) => c.cup)).size > 1;
    const run = s.runs.get(draw?.job ?? '');
    // What stood in the barrels says where it belongs, whatever the run shoots by now.
    const mixedTo = injector.contents.find((c) => c.layer === run?.tools.mixedTo)?.cup ?? 'puck';
    const block = run ? (rigOf(run)?.block ?? null) : injector.block;
    for (const c of injector.contents) {
      const rho = rhoOf(s.cups.get(c.cup), run ? windowHeat(run) : 165);
      // The block's share and what was pushed out hold both colours; the barrel's own rest is clean.
      const crossed =
        e.payload.habit === 'plug'
          ? c.grams
          : Math.min(
              c.grams,
              ((block?.heel ?? 0) / injector.contents.length + s.snapshot.bench.purge) * rho,
            );
      give(s, c.cup, c.grams - crossed);
      give(s, mixed ? mixedTo : c.cup, crossed);
    }
    Object.assign(injector, { contents: [], draw: null, shotsSinceEmpty: 0 });
  },
  cleaned: (s, e) => {
    const injector = s.injectors.get(e.payload.injector);
    if (injector) injector.stained = injector.stained.map(() => null);
  },
};
