import type { Conditions } from '../yield/conditions.ts';
import { conditionsOf, madeWith, type MadeWith } from './conditions.ts';
import type { AnyEvent } from './event.ts';
import { entryOf } from './events/index.ts';
import { asAsked, colourOfShot } from './likeness.ts';
import type { SessionState } from './state.ts';
import { graded, isKept } from './summary.ts';

/** A shot as the read tables keep it. */
export interface ShotRow {
  shot: string;
  n: number;
  at: number;
  job: string;
  mould: number;
  trial: boolean;
  /** it was shot in a window of its own, to learn from */
  test: boolean;
  build: string;
  stage: string;
  makes: string;
  bait: number;
  colourway: number;
  /** its baits are what the line asked for, or will do for it */
  asked: boolean;
  /** they are kept: no trial, or one whose good baits are */
  kept: boolean;
  /** what there is of it now */
  counts: { good: number; usable: number; second: number };
  draw: string;
  heats: { cup: string; celsius: number | null; trail: number }[];
  mouldCelsius: number | null;
  /** what it was shot under, and made of and with; null until it is marked */
  conditions: Conditions | null;
  madeWith: MadeWith | null;
  against: string[];
  markedAt: number | null;
  curedAt: number | null;
  cavities: {
    cavity: number;
    draw: string;
    grade: 'good' | 'usable' | 'second';
    fault: string | null;
    insert: string | null;
  }[];
}

/**
 * The read-table row of a shot; cavities appear once it is marked. Null when there is no such shot.
 */
export function shotRow(state: SessionState, id: string): ShotRow | null {
  const shot = state.shots.get(id);
  if (!shot) return null;
  const draw = state.draws.get([...shot.cavities.values()][0] ?? '');
  return {
    shot: id,
    n: shot.n,
    at: shot.at,
    job: shot.job,
    mould: Number(shot.mould),
    trial: shot.trial,
    test: shot.test,
    build: shot.build.key,
    stage: shot.stage.key,
    makes: shot.stage.makes,
    bait: shot.bait.id,
    colourway: colourOfShot(state, shot).id,
    asked: asAsked(state, shot),
    kept: isKept(shot),
    counts: graded(shot),
    draw: draw?.id ?? '',
    heats: [...(draw?.barrels ?? []), ...shot.poured].map((portion) => ({
      cup: portion.cup,
      celsius: portion.celsius,
      trail: portion.trail,
    })),
    mouldCelsius: shot.mouldCelsius,
    conditions: shot.markedAt === null ? null : conditionsOf(state, shot),
    madeWith: shot.markedAt === null ? null : madeWith(state, shot),
    against: shot.against,
    markedAt: shot.markedAt,
    curedAt: shot.curedAt,
    cavities:
      shot.markedAt === null
        ? []
        : [...shot.cavities].map(([cavity, from]) => ({
            cavity,
            draw: from,
            grade: shot.marks.get(cavity)?.grade ?? 'good',
            fault: shot.marks.get(cavity)?.fault ?? null,
            insert: shot.inserts.get(cavity) ?? null,
          })),
  };
}

/** Shots whose rows an event changes; `all` where it may have changed any of them. */
export const touches = (state: SessionState, event: AnyEvent): string[] | 'all' =>
  entryOf(event.kind).rows(state, event.payload as never);
