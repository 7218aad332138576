import type * as z from 'zod';
import { OpenedSchema } from './opened.ts';
import { BrokenOffSchema } from './brokenOff.ts';
import { ResumedSchema } from './resumed.ts';
import { FinishedSchema } from './finished.ts';
import { WokenSchema } from './woken.ts';
import { ChargedSchema } from './charged.ts';
import { HeatedSchema } from './heated.ts';
import { StirredSchema } from './stirred.ts';
import { DegassedSchema } from './degassed.ts';
import { AddedSchema } from './added.ts';
import { BottleNotedSchema } from './bottleNoted.ts';
import { ColouredSchema } from './coloured.ts';
import { DoseWeighedSchema } from './doseWeighed.ts';
import { MixKeptSchema } from './mixKept.ts';
import { BladedSchema } from './bladed.ts';
import { ReadingSchema } from './reading.ts';
import { WarmedSchema } from './warmed.ts';
import { ClosedSchema } from './closed.ts';
import { TopCheckedSchema } from './topChecked.ts';
import { DrawnSchema } from './drawn.ts';
import { ShotSchema } from './shot.ts';
import { LoadedSchema } from './loaded.ts';
import { InsertSpoiledSchema } from './insertSpoiled.ts';
import { PouredSchema } from './poured.ts';
import { PouredOffSchema } from './pouredOff.ts';
import { StoppedSchema } from './stopped.ts';
import { HeldSchema } from './held.ts';
import { ToppedOffSchema } from './toppedOff.ts';
import { EmptiedSchema } from './emptied.ts';
import { MouldOpenedSchema } from './mouldOpened.ts';
import { CavityMarkedSchema } from './cavityMarked.ts';
import { FeltSchema } from './felt.ts';
import { MarkedSchema } from './marked.ts';
import { ReturnedSchema } from './returned.ts';
import { RackedSchema } from './racked.ts';
import { KeptSchema } from './kept.ts';
import { TippedSchema } from './tipped.ts';
import { NamedSchema } from './named.ts';
import { WillDoSchema } from './willDo.ts';
import { RecountedSchema } from './recounted.ts';
import { DroppedSchema } from './dropped.ts';
import { CleanedSchema } from './cleaned.ts';
import { TurnedSchema } from './turned.ts';
import { NotedSchema } from './noted.ts';
import { TrialledSchema } from './trialled.ts';
import { SkippedSchema } from './skipped.ts';
import { ChangedSchema } from './changedSchema.ts';
import { TroubleSchema } from './trouble.ts';
import { UndoneSchema } from './undone.ts';
import type { Kind } from './index.ts';

/**
 * What each kind of event carries, as it is read from outside. Apart from what the kinds do, so that
 * a bench, which reads no event from outside, does not load it.
 */
export const PAYLOADS = {
  opened: OpenedSchema,
  brokenOff: BrokenOffSchema,
  resumed: ResumedSchema,
  finished: FinishedSchema,
  woken: WokenSchema,
  charged: ChargedSchema,
  heated: HeatedSchema,
  stirred: StirredSchema,
  degassed: DegassedSchema,
  added: AddedSchema,
  doseWeighed: DoseWeighedSchema,
  bottleNoted: BottleNotedSchema,
  coloured: ColouredSchema,
  mixKept: MixKeptSchema,
  bladed: BladedSchema,
  reading: ReadingSchema,
  warmed: WarmedSchema,
  closed: ClosedSchema,
  topChecked: TopCheckedSchema,
  drawn: DrawnSchema,
  shot: ShotSchema,
  loaded: LoadedSchema,
  insertSpoiled: InsertSpoiledSchema,
  poured: PouredSchema,
  pouredOff: PouredOffSchema,
  stopped: StoppedSchema,
  held: HeldSchema,
  toppedOff: ToppedOffSchema,
  emptied: EmptiedSchema,
  mouldOpened: MouldOpenedSchema,
  cavityMarked: CavityMarkedSchema,
  felt: FeltSchema,
  marked: MarkedSchema,
  returned: ReturnedSchema,
  racked: RackedSchema,
  kept: KeptSchema,
  tipped: TippedSchema,
  named: NamedSchema,
  willDo: WillDoSchema,
  recounted: RecountedSchema,
  dropped: DroppedSchema,
  cleaned: CleanedSchema,
  turned: TurnedSchema,
  noted: NotedSchema,
  trialled: TrialledSchema,
  skipped: SkippedSchema,
  changed: ChangedSchema,
  trouble: TroubleSchema,
  undone: UndoneSchema,
} satisfies Record<Kind, z.ZodType>;
