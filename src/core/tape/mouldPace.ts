import {
  BAIT_TAKES,
  FIRM,
  losing,
  metalAfter,
  mouldPrior,
  opensAt,
  restOf,
  shotJoules,
  warmTime,
  WARMED_BELOW,
  worthWaiting,
} from '../heat/index.ts';
import type { MouldHeat } from '../heat/index.ts';
import { isShot, PUSHES } from '../build/index.ts';
import { letCoolOf } from '../mould/window.ts';
import type { Ways } from '../ways.ts';
import { castAs, heatOfMould } from '../plan/mouldHeat.ts';
import { heatInMould } from '../plan/heatInMould.ts';
import type { Run } from '../plan/run.ts';
import type { TimingKnown } from './hands.ts';

/** s a mould takes on the plate where its heat can never be had there. */
const WARM_ANYWAY = 600;
/** K under its own heat from which a mould that was shot is warmed again before another run (judgement). */
const COLD_AGAIN = 8;
/** Opening times are kept by shot heats so far apart, K. */
const SHOT_STEP = 5;
type InRun = Run['tools']['moulds'][number];

/** A mould's metal as an evening goes: when it is warm, when it must rest, when it may be opened. */
export class MouldPace {
  private celsius: number;
  private at = 0;
  constructor(
    private readonly entry: InRun,
    private readonly known: TimingKnown,
    celsius: number = known.room,
  ) {
    this.celsius = celsius;
  }
  private heatIn(run: Run): MouldHeat {
    const { loss } = mouldPrior(this.known.learned, this.entry.mould);
    const heat = heatOfMould(this.entry.mould, castAs(run.stage));
    return { ...heat, body: losing(heat.body, loss.mean) };
  }
  /** Its heat at a moment, left alone since it was last asked. */
  private leftAlone(heat: MouldHeat, at: number): number {
    const seconds = Math.max(0, at - this.at);
    return metalAfter(heat.body, this.celsius, { seconds, room: this.known.room });
  }
  /** Whether it has stood until it is too cold for another run. */
  isColdAgain(run: Run, at: number): boolean {
    return this.entry.mould.warmTo - this.leftAlone(this.heatIn(run), at) >= COLD_AGAIN;
  }
  /** s on the plate, or under the gun, until it is warm for a run; from then on it is. */
  warm(run: Run, at: number, by: Ways['warmed']): number {
    const { mould } = this.entry;
    const seconds =
      warmTime(heatOfMould(mould).body, {
        from: this.leftAlone(this.heatIn(run), at),
        to: mould.warmTo,
        room: this.known.room,
        by,
      }) ?? WARM_ANYWAY;
    [this.celsius, this.at] = [mould.warmTo - WARMED_BELOW, at + seconds];
    return seconds;
  }
  /** s it must be left alone before a shot goes in. */
  rest(run: Run, at: number): number {
    const heat = this.heatIn(run);
    const { seconds, celsius } = restOf(heat.body, this.leftAlone(heat, at), this.known.room);
    [this.celsius, this.at] = [celsius, at + seconds];
    return seconds;
  }
  /** ln of s until its baits are firm, as a spread: of the stage in which that is known the least. */
  unsure = 0;
  get cavities(): number {
    return this.entry.mould.cavities.length;
  }
  /** s pressure is held on a shot of it. */
  holds({ stage }: Run): number {
    return isShot(stage) || stage.by === 'rod'
      ? this.entry.mould.hold * PUSHES[stage.push].hold
      : 0;
  }
  /** s from when a shot was let go until it is worth opening: it sets while it is held, too. */
  cool(run: Run, at: number): number {
    const { mould } = this.entry;
    const { room } = this.known;
    const heat = this.heatIn(run);
    const before = this.leftAlone(heat, at);
    const shot = Math.round(heatInMould(run.tools, room) / SHOT_STEP) * SHOT_STEP;
    const { opens } = mouldPrior(this.known.learned, mould, castAs(run.stage));
    this.unsure = Math.max(this.unsure, opens.sd);
    const reckoned = opensAt(heat, shot, before, room).open ?? LONGEST;
    const longer = worthWaiting(reckoned, opens, mould.cavities.length, BAIT_TAKES);
    const held = this.holds(run);
    const seconds = Math.max(0, reckoned * Math.exp(longer) * letCoolOf(mould) - held);
    const watts = shotJoules(heat.shot, shot, FIRM.mean) / Math.max(1, seconds);
    [this.celsius, this.at] = [
      metalAfter(heat.body, before, { seconds, room, watts }),
      at + seconds,
    ];
    return seconds;
  }
}
/** s after which a mould is opened whatever it holds. */
const LONGEST = 7200;
