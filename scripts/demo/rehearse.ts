import { type Rehearsal, APART, Hands } from './hands.ts';
import type { AnyEvent, Step } from '../../src/core/session/index.ts';
import { atOnce } from './atOnce.ts';

/** Acts after which nobody goes on tonight; a guard against an evening that has no end. */
const ENDLESS = 20_000;

/** The act itself: marks first, a probe after. */
function act(hands: Hands, step: Step): void {
  if (step.key === 'mark' && step.send?.kind === 'marked') hands.mark(step);
  if (step.send) hands.send(step.send);
  hands.afterOpening(step);
  hands.along(step.then, APART.after);
}
/** What the bench says next is done. */
function follow(hands: Hands, step: Step): void {
  if (step.read?.kind === 'mould') return hands.probe(step.read.key);
  if (step.read) return hands.look(step, step.read.key);
  hands.along(step.also, APART.before);
  if (step.open === 'trial') return hands.trial(step.target);
  const all = atOnce(step);
  if (all) return hands.send(all);
  if (step.send?.kind === 'cavityMarked') return hands.secondLook(step, step.send.payload);
  act(hands, step);
}

/**
 * A maker who does what the bench says next, with hands that take their time and a thermometer that
 * wavers. Events come from the same advice and the same rules as at a real bench.
 */
export function rehearse(rehearsal: Rehearsal): AnyEvent[] {
  const hands = new Hands(rehearsal);
  hands.begins();
  for (let acts = 0; acts < ENDLESS && hands.state.phase.is !== 'finished'; acts++) {
    if (rehearsal.until?.(hands.state)) break;
    const step = hands.next();
    if (!step) break;
    hands.takes(step);
    if (step.key === 'cool') continue;
    if (hands.isEnough(step)) hands.send({ kind: 'finished', payload: {} });
    else follow(hands, step);
  }
  return hands.events;
}
