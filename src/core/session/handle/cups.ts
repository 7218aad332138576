import { PLASTISOL } from '../../material/index.ts';
import { EYE } from '../words.ts';
import type { Reading, SessionState } from '../state.ts';
import { BARREL_WARM, setMouldHeat } from './heat.ts';
import type { Handlers } from './parts.ts';
import { cup, mould } from './parts.ts';

/** An oven opened, sooner than was meant perhaps: whoever stood in it stands in it no more. */
function opened(s: SessionState, oven: number | undefined, at: number): void {
  if (oven === undefined) return;
  for (const c of s.cups.values()) {
    if (c.inOven?.oven !== oven) continue;
    c.heatedS -= Math.max(0, (c.inOven.until - at) / 1000);
    c.inOven = null;
  }
}

export const CUPS: Pick<Handlers, 'woken' | 'charged' | 'heated' | 'stirred' | 'degassed' | 'added' | 'mixKept' | 'coloured' | 'bladed' | 'reading'> = {
  woken: (s, e) => cup(s, e.payload.cup, (c) => void (c.woken = true)),
  charged: (s, e) =>
    cup(s, e.payload.cup, (c) => {
      c.grams += e.payload.grams;
      if (e.payload.from === 'fresh') c.freshG += e.payload.grams;
      else c.remeltG += e.payload.grams;
      c.charges += 1;
      // What is new in the cup has not been cooked, degassed or coloured yet.
      Object.assign(c, { fused: false, degassed: false, coloured: false, runs: 'alike' });
      c.trail.push({ event: e.id, at: e.at, what: e.payload.from === 'fresh' ? 'plastisol' : 'remelt', amount: e.payload.grams, dimension: 'mass', grams: c.grams, celsius: c.reading?.celsius ?? null });
    }),
  heated: (s, e) => {
    const { seconds, begun } = e.payload;
    const oven = e.payload.oven ?? s.oven.id;
    // One door an oven: whoever was in is out when another goes in.
    if (begun) opened(s, oven, e.at);
    for (const key of [e.payload.cup, ...(e.payload.together ?? [])]) {
      cup(s, key, (c) => {
        c.heatedS += seconds;
        c.inOven = begun ? { from: e.at, until: e.at + seconds * 1000, oven } : null;
      });
    }
  },
  stirred: (s, e) =>
    cup(s, e.payload.cup, (c) => {
      opened(s, c.inOven?.oven, e.at);
      Object.assign(c, { stirredAt: e.at, stirs: c.stirs + 1 });
    }),
  degassed: (s, e) => cup(s, e.payload.cup, (c) => void Object.assign(c, { degassed: true, stirs: 0 })),
  added: (s, e) => cup(s, e.payload.cup, (c) => void c.trail.push({ event: e.id, at: e.at, what: e.payload.what, amount: e.payload.amount, dimension: e.payload.dimension, grams: c.grams, celsius: e.payload.celsius ?? c.reading?.celsius ?? null })),
  mixKept: (s, e) => cup(s, e.payload.cup, (c) => void c.keptMixes.push({ event: e.id, at: e.at, as: e.payload.as, name: e.payload.name, upTo: e.payload.upTo })),
  coloured: (s, e) => cup(s, e.payload.cup, (c) => void (c.coloured = true)),
  bladed: (s, e) => cup(s, e.payload.cup, (c) => void (c.runs = e.payload.runs)),
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
        opened(s, c.inOven?.oven, e.at);
        if (celsius !== null ? celsius >= PLASTISOL.fusion - 1 : stage !== 'milk' && stage !== 'gel') c.fused = true;
      });
    }
    const i = target.kind === 'injector' ? s.injectors.get(target.key) : undefined;
    if (i) Object.assign(i, { metal: { celsius: at, at: e.at }, warmed: i.warmed || at >= BARREL_WARM - 5 });
    if (target.kind === 'mould') {
      mould(s, target.key, (m) => {
        m.reading = reading;
        setMouldHeat(m, at, eye ? 10 : 2, e.at);
        m.told.push({ at: e.at, kind: 'read', celsius: at, sd: eye ? 10 : 2 });
        if (at >= m.mould.warmTo - 3) m.warmed = true;
      });
    }
    if (target.kind === 'room') s.roomCelsius = at;
  },
};
