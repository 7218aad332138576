import type { SessionState } from '../state.ts';
import * as z from 'zod';
import { alter } from '../alter.ts';
import type { Doubt } from '../bounds.ts';
import { AGREES } from '../bounds.ts';
import { carryBounds, doubtOf, settle } from '../doubt.ts';
import { BARREL_WARM } from '../../heat/index.ts';
import { heldToLook, setMouldHeat } from '../effects/mouldHeat.ts';
import { ALONG, LOOK_SD, roomOf } from '../effects/mouldLoss.ts';
import { burstOver, openOven } from '../effects/oven.ts';
import { type HeatNote, READING_SD } from '../heatNotes.ts';
import type { CupState, Reading } from '../state/cup.ts';
import { EYE } from '../words.ts';
import { EyeSchema, target } from './fields.ts';
import { type EventKind, type EventOf, mayComeTwice, noRows, OWN } from './kind.ts';

export const ReadingSchema = z.object({
  target,
  celsius: z.number().min(-40).max(400).nullable(),
  stage: EyeSchema.nullable(),
  from: z.enum(['typed', 'eye', 'device']),
});

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

/** A probe beside the cup does not take back, in the next second, what a hand read as too hot. */
const takesBack = ({ doubt }: CupState, reading: Reading, device: boolean): boolean =>
  device &&
  doubt?.way === 'above' &&
  reading.at - doubt.at < STANDS &&
  reading.high < doubt.celsius - AGREES;
/** The same doubt, said again too soon to settle it. */
const sameDoubt = ({ doubt }: CupState, reading: Reading, way: Doubt['way']): boolean =>
  doubt !== null && doubt.way === way && Math.abs(doubt.celsius - reading.celsius) < AGREES;
/** Whether a reading says that a cup is through fusion: by its heat, or by how it looks. */
const isThrough = ({ limits }: CupState, { stage, celsius }: Reading): boolean =>
  stage === null ? celsius >= limits.fusion - 1 : stage !== 'milk' && stage !== 'gel';

/**
 * A reading of a cup. One hotter than can be is the figure at once, for safety, but makes nothing
 * of the cup until a second says so; one colder than can be waits for a second before anything
 * counts it.
 */
function readCup(state: SessionState, cup: CupState, reading: Reading, device: boolean): void {
  const room = roomOf(state);
  if (!goesOn(cup, reading)) carryBounds(state, cup, reading.at, room);
  if (takesBack(cup, reading, device)) {
    cup.verdict = 'below';
    return;
  }
  const way = doubtOf(cup, reading, device, room);
  // Whatever can be of the cup decides a doubt that stands, one way or the other.
  cup.verdict = way ?? (cup.doubt ? 'agreed' : 'taken');
  openOven(state, cup.inOven?.oven, reading.at);
  // Said again too soon it keeps the time of its first.
  if (way && !sameDoubt(cup, reading, way))
    cup.doubt = { celsius: reading.celsius, at: reading.at, way, device };
  if (way === 'below') return;
  cup.before = cup.reading;
  cup.reading = reading;
  if (way === 'above') {
    cup.bounds!.high.plastic = Math.max(cup.bounds!.high.plastic, reading.high);
    return;
  }
  settle(cup, reading);
  if (!isThrough(cup, reading) || cup.fused) return;
  cup.fused = true;
  cup.heats += 1;
}

/** A reading of a cup or the room, as the estimate takes it. */
function readingNote(
  state: SessionState,
  { id, at, payload }: EventOf<z.infer<typeof ReadingSchema>>,
): HeatNote | null {
  const { target, celsius, stage, from } = payload;
  if (target.kind === 'room' && celsius !== null) return { id, at, kind: 'room', celsius };
  if (target.kind !== 'cup') return null;
  if (celsius !== null)
    return {
      id,
      at,
      kind: 'reading',
      cup: target.key,
      celsius,
      sd: READING_SD[from === 'device' ? 'device' : 'typed'],
      eye: false,
      device: from === 'device',
      verdict: state.cups.get(target.key)?.verdict ?? 'taken',
    };
  if (!stage) return null;
  const { low, high } = EYE[stage];
  // An even chance anywhere in the stage's interval.
  return {
    id,
    at,
    kind: 'reading',
    cup: target.key,
    celsius: (low + high) / 2,
    sd: (high - low) / Math.sqrt(12),
    eye: true,
    device: false,
    verdict: state.cups.get(target.key)?.verdict ?? 'taken',
  };
}

function readInjector(state: SessionState, key: string, { celsius, at }: Reading): void {
  const injector = state.injectors.get(key);
  if (!injector) return;
  const warmed = injector.warmed || celsius >= BARREL_WARM - 5;
  alter(injector, { metal: { celsius, at }, warmed });
}

function readMould(state: SessionState, key: string, reading: Reading): void {
  const mould = state.moulds.get(key);
  if (!mould) return;
  const { celsius, at, stage } = reading;
  mould.reading = reading;
  const sd = stage ? LOOK_SD.eye : LOOK_SD.probe;
  const own = Math.hypot(sd, ALONG);
  if (!stage) heldToLook(state, mould, { celsius, sd: own, at });
  setMouldHeat(mould, { celsius, own, slope: 0 }, at);
  mould.metalNotes.push({ at, room: roomOf(state), kind: 'read', celsius, sd });
  if (celsius >= mould.mould.warmTo - 3) mould.warmed = true;
}

/** What a reading makes of each thing that has a heat. */
const READ: Record<
  z.infer<typeof ReadingSchema>['target']['kind'],
  (state: SessionState, key: string, reading: Reading, device: boolean) => void
> = {
  cup: (state, key, reading, device) => {
    const cup = state.cups.get(key);
    if (cup) readCup(state, cup, reading, device);
  },
  injector: readInjector,
  // It stands in the log; nothing is reckoned with it.
  block: () => undefined,
  mould: readMould,
  room: (state, _key, { celsius }) => void (state.roomCelsius = celsius),
};

export const reading: EventKind<typeof ReadingSchema> = {
  work: {
    name: 'Heat read',
    waits: (state, { target }) => (target.kind === 'cup' ? burstOver(state, target.key) : 0),
    byHand: ({ from }) => from !== 'device',
  },
  identity: mayComeTwice,
  rows: noRows,
  heat: readingNote,
  brings: OWN,
  apply: (state, { at, payload: { target, celsius, stage, from } }) => {
    const eye = stage ? EYE[stage] : null;
    const read = celsius ?? (eye && (eye.low + eye.high) / 2);
    if (read === null) return;
    const reading: Reading = {
      at,
      celsius: read,
      low: celsius ?? eye!.low,
      high: celsius ?? eye!.high,
      stage,
    };
    READ[target.kind](state, target.key, reading, from === 'device');
  },
};
