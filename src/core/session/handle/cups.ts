import { AGREES } from '../bounds.ts';
import { burstBounds, carryBounds, doubtOf, settle } from '../doubt.ts';
import { EYE } from '../words.ts';
import type { CupState, Reading, SessionState } from '../state.ts';
import { BARREL_WARM, roomOf, setMouldHeat } from './heat.ts';
import { ALONG, LOOK_SD } from './loss.ts';
import type { Handlers } from './parts.ts';
import { cup, mould } from './parts.ts';

/** An oven opened, sooner than was meant perhaps: whoever stood in it stands in it no more. */
function opened(s: SessionState, oven: number | undefined, at: number): void {
  if (oven === undefined) return;
  for (const c of s.cups.values()) {
    if (c.inOven?.oven !== oven) continue;
    carryBounds(s, c, at, roomOf(s));
    c.heatedS -= Math.max(0, (c.inOven.until - at) / 1000);
    c.inOven = null;
  }
}

/** ms a hot reading stands against an instrument that says otherwise. */
const STANDS = 20_000;
/** s within which a reading that hardly differs from the one before needs no sums to be believed, and K. */
const ALIKE = { seconds: 10, kelvin: 3 } as const;
const goesOn = (c: CupState, r: Reading): boolean =>
  c.bounds !== null &&
  c.doubt === null &&
  !c.inOven &&
  c.reading !== null &&
  !r.stage &&
  !c.reading.stage &&
  r.at - c.reading.at <= ALIKE.seconds * 1000 &&
  Math.abs(r.celsius - c.reading.celsius) < ALIKE.kelvin;

/**
 * A reading of a cup. One hotter than can be is the figure at once, for safety, but makes nothing of the cup until a
 * second says so; one colder than can be waits for a second before anything counts it.
 */
function readCup(s: SessionState, c: CupState, reading: Reading, device: boolean): void {
  if (!goesOn(c, reading)) carryBounds(s, c, reading.at, roomOf(s));
  const room = roomOf(s);
  // A probe beside the cup does not take back, in the next second, what a hand read as too hot.
  if (
    device &&
    c.doubt?.way === 'above' &&
    reading.at - c.doubt.at < STANDS &&
    reading.high < c.doubt.celsius - AGREES
  ) {
    c.verdict = 'below';
    return;
  }
  const way = doubtOf(c, reading, device, room);
  // Whatever can be of the cup decides a doubt that stands, one way or the other.
  c.verdict = way ?? (c.doubt ? 'agreed' : 'taken');
  opened(s, c.inOven?.oven, reading.at);
  // The same doubt, said again too soon to settle it, keeps the time of its first.
  if (way && !(c.doubt?.way === way && Math.abs(c.doubt.celsius - reading.celsius) < AGREES))
    c.doubt = { celsius: reading.celsius, at: reading.at, way, device };
  if (way === 'below') return;
  c.before = c.reading;
  c.reading = reading;
  if (way === 'above') {
    c.bounds!.high.plastic = Math.max(c.bounds!.high.plastic, reading.high);
    return;
  }
  settle(c, reading);
  if (
    reading.stage === null
      ? reading.celsius >= c.limits.fusion - 1
      : reading.stage !== 'milk' && reading.stage !== 'gel'
  )
    c.fused = true;
}

export const CUPS: Pick<
  Handlers,
  | 'woken'
  | 'charged'
  | 'heated'
  | 'stirred'
  | 'degassed'
  | 'added'
  | 'mixKept'
  | 'coloured'
  | 'bladed'
  | 'reading'
> = {
  woken: (s, e) => cup(s, e.payload.cup, (c) => void (c.woken = true)),
  charged: (s, e) =>
    cup(s, e.payload.cup, (c) => {
      c.grams += e.payload.grams;
      if (e.payload.from === 'fresh') c.freshG += e.payload.grams;
      else c.remeltG += e.payload.grams;
      c.charges += 1;
      // What is new in the cup has not been cooked, degassed or coloured yet.
      Object.assign(c, { fused: false, degassed: false, coloured: false, runs: 'alike' });
      c.trail.push({
        event: e.id,
        at: e.at,
        what: e.payload.from === 'fresh' ? 'plastisol' : 'remelt',
        amount: e.payload.grams,
        dimension: 'mass',
        grams: c.grams,
        celsius: c.reading?.celsius ?? null,
      });
    }),
  heated: (s, e) => {
    const { seconds, begun } = e.payload;
    const oven = e.payload.oven ?? s.oven.id;
    // One door an oven: whoever was in is out when another goes in.
    if (begun) opened(s, oven, e.at);
    for (const key of [e.payload.cup, ...(e.payload.together ?? [])]) {
      cup(s, key, (c) => {
        c.heatedS += seconds;
        carryBounds(s, c, e.at, roomOf(s));
        if (!begun) burstBounds(s, c, seconds);
        c.inOven = begun ? { from: e.at, until: e.at + seconds * 1000, oven } : null;
      });
    }
  },
  stirred: (s, e) =>
    cup(s, e.payload.cup, (c) => {
      opened(s, c.inOven?.oven, e.at);
      Object.assign(c, { stirredAt: e.at, stirs: c.stirs + 1 });
    }),
  degassed: (s, e) =>
    cup(s, e.payload.cup, (c) => void Object.assign(c, { degassed: true, stirs: 0 })),
  added: (s, e) =>
    cup(
      s,
      e.payload.cup,
      (c) =>
        void c.trail.push({
          event: e.id,
          at: e.at,
          what: e.payload.what,
          amount: e.payload.amount,
          dimension: e.payload.dimension,
          grams: c.grams,
          celsius: e.payload.celsius ?? c.reading?.celsius ?? null,
        }),
    ),
  mixKept: (s, e) =>
    cup(
      s,
      e.payload.cup,
      (c) =>
        void c.keptMixes.push({
          event: e.id,
          at: e.at,
          as: e.payload.as,
          name: e.payload.name,
          upTo: e.payload.upTo,
        }),
    ),
  coloured: (s, e) => cup(s, e.payload.cup, (c) => void (c.coloured = true)),
  bladed: (s, e) => cup(s, e.payload.cup, (c) => void (c.runs = e.payload.runs)),
  reading: (s, e) => {
    const { target, celsius, stage } = e.payload;
    const eye = stage ? EYE[stage] : null;
    if (celsius === null && !eye) return;
    const at = celsius ?? (eye!.low + eye!.high) / 2;
    const reading: Reading = {
      at: e.at,
      celsius: at,
      low: celsius ?? eye!.low,
      high: celsius ?? eye!.high,
      stage,
    };
    if (target.kind === 'cup') {
      cup(s, target.key, (c) => readCup(s, c, reading, e.payload.from === 'device'));
    }
    const i = target.kind === 'injector' ? s.injectors.get(target.key) : undefined;
    if (i)
      Object.assign(i, {
        metal: { celsius: at, at: e.at },
        warmed: i.warmed || at >= BARREL_WARM - 5,
      });
    if (target.kind === 'mould') {
      mould(s, target.key, (m) => {
        m.reading = reading;
        const sd = eye ? LOOK_SD.eye : LOOK_SD.probe;
        setMouldHeat(m, at, Math.hypot(sd, ALONG), e.at);
        m.told.push({ at: e.at, kind: 'read', celsius: at, sd });
        if (at >= m.mould.warmTo - 3) m.warmed = true;
      });
    }
    if (target.kind === 'room') s.roomCelsius = at;
  },
};
