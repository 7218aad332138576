import type { Fault } from './faults.ts';

/** Where to look at a bait for each fault, and what usually makes it (handbook §5). */
export const FAULT_LOOKS: Record<Fault, { look: string; from: string }> = {
  short: {
    look: 'The tip of the tail, farthest from the gate: rounded off, or not there.',
    from: 'cold metal, block or injector, plastic too cool, pushed too slow, a late cavity',
  },
  coreShort: {
    look: 'Against the light: the core ends before the tail, or is not there at all.',
    from: 'a narrow gate, a flashed shell, no hold',
  },
  opaque: {
    look: 'From the side: the core cannot be seen through its shell.',
    from: 'too much colour in the shell',
  },
  shellTorn: {
    look: 'The inside of the shell, where the rod came out.',
    from: 'pulled too soon, a dry rod',
  },
  rodFlash: { look: 'The open end of the shell: a skin over it.', from: 'a rod that sat loose' },
  joint: {
    look: 'Bend it at the joint: a crack, or one peels off the other.',
    from: 'a cold or oily insert, a body not hot enough',
  },
  crooked: { look: 'Along its back: the insert leans.', from: 'an insert not tapped down' },
  bare: { look: 'Where the insert belongs: there is none.', from: 'a cavity nobody loaded' },
  smeared: { look: 'The edge of the spot: drawn out the way it was shot.', from: 'no skin yet' },
  muddied: {
    look: 'The middle of the swirl: one grey instead of two colours.',
    from: 'quick pulses, heats apart',
  },
  dent: {
    look: 'By the gate and on the thick of the back: a hollow, a flat.',
    from: 'not topped off, a short hold, opened early, too hot in a thick body',
  },
  bubbles: {
    look: 'Against the light, under the back: round holes.',
    from: 'damp, over-stirred, a low cup that drew air, stirred after degassing',
  },
  flash: {
    look: 'All round the parting line: a thin skin.',
    from: 'a gap, a clamp left out, too much push, an insert badly seated',
  },
  line: {
    look: 'Along the flank: the line runs up or down, one colour is thin.',
    from: 'heats or thickness unequal, a block not square',
  },
  bled: {
    look: 'Along the line: one colour has run into the other.',
    from: 'one colour too hot, powder or flake that crosses',
  },
  upside: { look: 'Back and belly: the wrong way round.', from: 'a block that stood turned' },
  torn: {
    look: 'Where it let go last: at thin fins and the tail.',
    from: 'opened early, the wrong way up, an undercut',
  },
  gooey: {
    look: 'Press it: the thumb stays in it, and it is dull.',
    from: 'never through fusion, a rim not stirred in',
  },
  yellow: {
    look: 'Beside one of an earlier draw, on white: a yellow cast.',
    from: 'long bursts, too many heats',
  },
  dirty: {
    look: 'All over: specks, threads, another colour.',
    from: 'dropped, a blade or a scoop two colours share',
  },
};
