import { bleedIndex } from '../../src/core/colour/index.ts';
import { contactHeat } from '../../src/core/heat/index.ts';
import type { AnyEvent, Fault, SessionState, ShotState } from '../../src/core/session/index.ts';
import { bodyOfMould, drawnHeatOf, shotHeatOf, streamsOf } from '../../src/core/session/index.ts';
import { normal, seeded } from '../../src/core/chance.ts';

/**
 * What is true of the demo shop's moulds and plastic, evening after evening; nobody there has
 * measured it.
 */
const TRUE = { joint: { even: 98, scale: 2.5 }, bleed: { even: 3.2, scale: 0.45 } } as const;
/** s of a step, and share of a mould that is its skin: what a shot warms first. */
const STEP = 5;
const SKIN = 0.4;

/** How much faster a mould of that number loses its heat than one lump on wood would. */
const loses = (mould: string): number => Math.exp(normal(seeded(700 + Number(mould)), 0.25, 0.3));

/**
 * Moulds of a rehearsed evening: two lumps each, a skin and what lies behind it, on a bench with a
 * draught of its own.
 */
export function metalOf(
  state: SessionState,
  room: number,
  chance: () => number,
  now: () => number,
) {
  const moulds = new Map<string, { skin: number; back: number; at: number }>();
  const draught = Math.exp(normal(chance, 0, 0.12));
  const carry = (key: string) => {
    const mould = state.moulds.get(key)!;
    const held = moulds.get(key) ?? { skin: room, back: room, at: now() };
    const body = bodyOfMould(mould.mould);
    const conductance = (12 * body.skin + 8 * body.foot) * loses(key) * draught;
    const across = body.capacity / 40;
    for (; held.at < now() - 1; held.at += STEP * 1000) {
      const flow = across * (held.skin - held.back);
      held.skin +=
        (STEP * (-flow - 0.5 * conductance * (held.skin - room))) / (SKIN * body.capacity);
      held.back +=
        (STEP * (flow - 0.5 * conductance * (held.back - room))) / ((1 - SKIN) * body.capacity);
    }
    moulds.set(key, held);
    return held;
  };
  return {
    heard(event: AnyEvent) {
      if (event.kind === 'warmed' && event.payload.target.kind === 'mould') {
        const held = carry(event.payload.target.key);
        held.skin = held.back =
          (event.payload.celsius ?? state.moulds.get(event.payload.target.key)!.mould.warmTo) +
          normal(chance, 0, 4);
      }
      if (event.kind === 'mouldOpened') {
        const shot = state.shots.get(state.moulds.get(event.payload.mould)?.shot ?? '');
        const held = carry(event.payload.mould);
        if (shot)
          held.skin +=
            ((shot.baitsG + shot.feedG) * 1.85 * (shotHeatOf(state, shot) - 72)) /
            (SKIN * bodyOfMould(state.moulds.get(event.payload.mould)!.mould).capacity);
      }
    },
    /** What a probe held to a mould shows, °C. */
    read: (key: string): number => {
      const { skin, back } = carry(key);
      return Math.round(0.6 * skin + 0.4 * back + normal(chance, 0, 1));
    },
    /** What the heats of a shot did to one of its baits. */
    fault(shot: ShotState): Fault | null {
      const jointed =
        shot.stage.takes !== null &&
        shot.stage.layers.length > 0 &&
        shot.stage.layers.every((layer) => layer.place !== 'core' && layer.place !== 'coreTail');
      // An insert lies in the warm mould while it is closed: it takes half of that heat.
      const insert = room + 0.5 * ((moulds.get(shot.mould)?.skin ?? room) - room);
      if (
        jointed &&
        chance() >
          1 /
            (1 +
              Math.exp(
                -(contactHeat(drawnHeatOf(state, shot), insert) - TRUE.joint.even) /
                  TRUE.joint.scale,
              ))
      )
        return 'joint';
      const streams = streamsOf(state, shot);
      if (
        shot.stage.yoked &&
        streams.length > 1 &&
        chance() <
          1 /
            (1 +
              Math.exp(
                -(bleedIndex(streams, state.snapshot.bench.tolerance) - TRUE.bleed.even) /
                  TRUE.bleed.scale,
              ))
      )
        return 'bled';
      return null;
    },
  };
}
