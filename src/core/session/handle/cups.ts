import { AGREES } from '../bounds.ts';
import { burstBounds, stirredBounds, carryBounds, doubtOf, settle } from '../doubt.ts';
import { EYE } from '../words.ts';
import type { SessionState } from '../state.ts';
import type { CupState, Reading } from '../state/cup.ts';
import { heldToLook, roomOf, setMouldHeat } from './heat.ts';
import { BARREL_WARM } from './barrelHeat.ts';
import { ALONG, LOOK_SD } from './loss.ts';
import type { Handlers } from './parts.ts';
import { cup, mould } from './parts.ts';
import { alter } from '../alter.ts';

/** An oven opened, sooner than was meant perhaps: whoever stood in it stands in it no more. */
function opened(state: SessionState, oven: number | undefined, at: number): void {
  if (oven === undefined) return;
  for (const cup of state.cups.values()) {
    if (cup.inOven?.oven !== oven) continue;
    carryBounds(state, cup, at, roomOf(state));
    cup.heatedS -= Math.max(0, (cup.inOven.until - at) / 1000);
    cup.inOven = null;
  }
}

/** ms a hot reading stands against an instrument that says otherwise. */
const STANDS = 20_000;
/**
 * s within which a reading that hardly differs from the one before needs no sums to be believed,
 * and K.
 */
const ALIKE = { seconds: 10, kelvin: 3 } as const;
const goesOn = (cup: CupState, reading: Reading): boolean =>
  cup.bounds !== null &&
  cup.doubt === null &&
  !cup.inOven &&
  cup.reading !== null &&
  !reading.stage &&
  !cup.reading.stage &&
  reading.at - cup.reading.at <= ALIKE.seconds * 1000 &&
  Math.abs(reading.celsius - cup.reading.celsius) < ALIKE.kelvin;

/**
 * A reading of a cup. One hotter than can be is the figure at once, for safety, but makes nothing
 * of the cup until a second says so; one colder than can be waits for a second before anything
 * counts it.
 */
function readCup(state: SessionState, cup: CupState, reading: Reading, device: boolean): void {
  if (!goesOn(cup, reading)) carryBounds(state, cup, reading.at, roomOf(state));
  const room = roomOf(state);
  // A probe beside the cup does not take back, in the next second, what a hand read as too hot.
  if (
    device &&
    cup.doubt?.way === 'above' &&
    reading.at - cup.doubt.at < STANDS &&
    reading.high < cup.doubt.celsius - AGREES
  ) {
    cup.verdict = 'below';
    return;
  }
  const way = doubtOf(cup, reading, device, room);
  // Whatever can be of the cup decides a doubt that stands, one way or the other.
  cup.verdict = way ?? (cup.doubt ? 'agreed' : 'taken');
  opened(state, cup.inOven?.oven, reading.at);
  // The same doubt, said again too soon to settle it, keeps the time of its first.
  if (way && !(cup.doubt?.way === way && Math.abs(cup.doubt.celsius - reading.celsius) < AGREES))
    cup.doubt = { celsius: reading.celsius, at: reading.at, way, device };
  if (way === 'below') return;
  cup.before = cup.reading;
  cup.reading = reading;
  if (way === 'above') {
    cup.bounds!.high.plastic = Math.max(cup.bounds!.high.plastic, reading.high);
    return;
  }
  settle(cup, reading);
  if (
    reading.stage === null
      ? reading.celsius >= cup.limits.fusion - 1
      : reading.stage !== 'milk' && reading.stage !== 'gel'
  )
    cup.fused = true;
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
  woken: (state, event) => cup(state, event.payload.cup, (cup) => void (cup.woken = true)),
  charged: (state, event) =>
    cup(state, event.payload.cup, (cup) => {
      cup.grams += event.payload.grams;
      if (event.payload.from === 'fresh') cup.freshG += event.payload.grams;
      else cup.remeltG += event.payload.grams;
      cup.charges += 1;
      // What is new in the cup has not been cooked, degassed or coloured yet.
      alter(cup, { fused: false, degassed: false, coloured: false, runs: 'alike' });
      cup.trail.push({
        event: event.id,
        at: event.at,
        what: event.payload.from === 'fresh' ? 'plastisol' : 'remelt',
        amount: event.payload.grams,
        dimension: 'mass',
        grams: cup.grams,
        celsius: cup.reading?.celsius ?? null,
      });
    }),
  heated: (state, event) => {
    const { seconds, begun } = event.payload;
    const oven = event.payload.oven ?? state.oven.id;
    // One door an oven: whoever was in is out when another goes in.
    if (begun) opened(state, oven, event.at);
    for (const key of [event.payload.cup, ...(event.payload.together ?? [])]) {
      cup(state, key, (cup) => {
        cup.heatedS += seconds;
        carryBounds(state, cup, event.at, roomOf(state));
        if (!begun) burstBounds(state, cup, seconds);
        cup.inOven = begun ? { from: event.at, until: event.at + seconds * 1000, oven } : null;
      });
    }
  },
  stirred: (state, event) =>
    cup(state, event.payload.cup, (cup) => {
      opened(state, cup.inOven?.oven, event.at);
      stirredBounds(cup, event.at);
      alter(cup, { stirredAt: event.at, stirs: cup.stirs + 1 });
    }),
  degassed: (state, event) =>
    cup(state, event.payload.cup, (cup) => alter(cup, { degassed: true, stirs: 0 })),
  added: (state, event) =>
    cup(
      state,
      event.payload.cup,
      (cup) =>
        void cup.trail.push({
          event: event.id,
          at: event.at,
          what: event.payload.what,
          amount: event.payload.amount,
          dimension: event.payload.dimension,
          grams: cup.grams,
          celsius: event.payload.celsius ?? cup.reading?.celsius ?? null,
        }),
    ),
  mixKept: (state, event) =>
    cup(
      state,
      event.payload.cup,
      (cup) =>
        void cup.keptMixes.push({
          event: event.id,
          at: event.at,
          as: event.payload.as,
          name: event.payload.name,
          upTo: event.payload.upTo,
        }),
    ),
  coloured: (state, event) => cup(state, event.payload.cup, (cup) => void (cup.coloured = true)),
  bladed: (state, event) =>
    cup(state, event.payload.cup, (cup) => void (cup.runs = event.payload.runs)),
  reading: (state, event) => {
    const { target, celsius, stage } = event.payload;
    const eye = stage ? EYE[stage] : null;
    if (celsius === null && !eye) return;
    const at = celsius ?? (eye!.low + eye!.high) / 2;
    const reading: Reading = {
      at: event.at,
      celsius: at,
      low: celsius ?? eye!.low,
      high: celsius ?? eye!.high,
      stage,
    };
    if (target.kind === 'cup') {
      cup(state, target.key, (cup) =>
        readCup(state, cup, reading, event.payload.from === 'device'),
      );
    }
    const injector = target.kind === 'injector' ? state.injectors.get(target.key) : undefined;
    if (injector)
      alter(injector, {
        metal: { celsius: at, at: event.at },
        warmed: injector.warmed || at >= BARREL_WARM - 5,
      });
    if (target.kind === 'mould') {
      mould(state, target.key, (mould) => {
        mould.reading = reading;
        const sd = eye ? LOOK_SD.eye : LOOK_SD.probe;
        const own = Math.hypot(sd, ALONG);
        if (!eye) heldToLook(state, mould, { celsius: at, sd: own, at: event.at });
        setMouldHeat(mould, { celsius: at, own, slope: 0 }, event.at);
        mould.told.push({ at: event.at, kind: 'read', celsius: at, sd });
        if (at >= mould.mould.warmTo - 3) mould.warmed = true;
      });
    }
    if (target.kind === 'room') state.roomCelsius = at;
  },
};
