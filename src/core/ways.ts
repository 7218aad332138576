/**
 * How a shop works where makers differ (handbook §4): of each the ways there are, the usual one first.
 * What each changes stands where it is done: steps and their words, plans, times.
 */
export const WAYS = {
  bursts: {
    name: 'A cup is cooked',
    ways: { long: 'in bursts as long as is safe', short: 'in short bursts, 45 s at most' },
  },
  filled: {
    name: 'An injector is filled',
    ways: { drawn: 'by drawing up', poured: 'by pouring in from the top' },
  },
  topped: {
    name: 'A sprue is topped off',
    ways: { injector: 'from the injector', cup: 'from the cup' },
  },
  warmed: {
    name: 'Metal is warmed',
    ways: { plate: 'on a plate', gun: 'with a heat gun' },
  },
  laid: {
    name: 'Baits are laid out',
    ways: { rack: 'flat on the rack', water: 'in water first, then on the rack' },
  },
} as const;
export type WayKey = keyof typeof WAYS;
/** The shop's way of each. */
export type Ways = { [Key in WayKey]: keyof (typeof WAYS)[Key]['ways'] };

const USUAL: Ways = {
  bursts: 'long',
  filled: 'drawn',
  topped: 'injector',
  warmed: 'plate',
  laid: 'rack',
};
/** How a shop works; plans and sessions of before said nothing of it. */
export const waysOf = ({ ways }: { ways?: Partial<Ways> }): Ways => ({
  ...USUAL,
  ...ways,
});
/** s of a burst that a shop of short ones gives at most (handbook §2 step 7: 30 to 60 s). */
export const SHORT_BURST = 45;
