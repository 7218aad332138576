import { PLASTISOL } from '../../material/index.ts';
import { EYE } from '../words.ts';
import type { Reading } from '../state.ts';
import { setMouldHeat } from './heat.ts';
import type { Handlers } from './parts.ts';
import { cup, mould } from './parts.ts';

export const CUPS: Pick<Handlers, 'woken' | 'charged' | 'heated' | 'stirred' | 'degassed' | 'added' | 'coloured' | 'reading'> = {
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
  heated: (s, e) => {
    const { seconds, begun } = e.payload;
    // One door: whoever was in is out when another goes in.
    if (begun) {
      for (const c of s.cups.values()) {
        if (c.inOven) c.heatedS -= Math.max(0, (c.inOven.until - e.at) / 1000);
        c.inOven = null;
      }
    }
    for (const key of [e.payload.cup, ...(e.payload.together ?? [])]) {
      cup(s, key, (c) => {
        c.heatedS += seconds;
        c.inOven = begun ? { from: e.at, until: e.at + seconds * 1000 } : null;
      });
    }
  },
  stirred: (s, e) =>
    cup(s, e.payload.cup, (c) => {
      // What is stirred is out of the oven, sooner than was meant perhaps.
      if (c.inOven) c.heatedS -= Math.max(0, (c.inOven.until - e.at) / 1000);
      Object.assign(c, { stirredAt: e.at, inOven: null });
    }),
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
        c.inOven = null;
        if (celsius !== null ? celsius >= PLASTISOL.fusion - 1 : stage !== 'milk' && stage !== 'gel') c.fused = true;
      });
    }
    if (target.kind === 'mould') {
      mould(s, target.key, (m) => {
        m.reading = reading;
        setMouldHeat(m, at, eye ? 10 : 2, e.at);
        if (at >= m.mould.warmTo - 3) m.warmed = true;
      });
    }
    if (target.kind === 'room') s.roomCelsius = at;
  },
};
