import type { YieldGuess } from './spares.ts';

/** What one evening gave of one mould, build and stage. */
export interface Given {
  mould: number;
  build: string;
  stage: string;
  good: number;
  shot: number;
}

/**
 * Evenings differ by more than the luck of single baits: as much as samples of so many (judgement).
 */
const EVENINGS = 30;
/**
 * Baits' worth that a mould's other builds, and a build's other moulds, count for beside what was
 * shot of the pair itself (M15).
 */
const NEAR = 10;

/**
 * Baits' worth that all a shop's other builds count for together beside its guess: builds differ
 * more than moulds do (judgement).
 */
const HOUSE = 12;

const logit = (share: number): number => Math.log(share / (1 - share));
const clamped = (share: number): number => Math.min(0.995, Math.max(0.05, share));

/**
 * Baits that an evening is worth once its own luck is allowed for: a sample in clusters (Kish,
 * *Survey Sampling*, §5.4).
 */
const worth = (shot: number): number => shot / (1 + (shot - 1) / (EVENINGS + 1));

/**
 * A guess and what was seen, put together: a Beta posterior with each evening counted for what it
 * is worth.
 */
function after(prior: YieldGuess, seen: readonly Pick<Given, 'good' | 'shot'>[]): YieldGuess {
  let good = prior.share * prior.strength;
  let all = prior.strength;
  for (const { good: came, shot } of seen) {
    if (shot <= 0) continue;
    good += (came / shot) * worth(shot);
    all += worth(shot);
  }
  return { share: good / all, strength: all };
}

/**
 * Share of baits that come good in a mould by a build's stage, from the shop's own record: shrunk
 * towards what that build gives in any mould, that towards the guess for it, and the guess moved by
 * as much, in log-odds, as the shop's other builds lie off its rule (M15). Its strength is that of
 * the next evening, which will differ from the mean as evenings do.
 * @param guess for this stage, before anything was shot
 * @param rule share the shop expects of any bait
 */
export function learnedShare(
  guess: YieldGuess,
  record: readonly Given[],
  of: Pick<Given, 'mould' | 'build' | 'stage'>,
  rule = guess.share,
): YieldGuess {
  const same = record.filter((given) => given.build === of.build && given.stage === of.stage);
  const house = after(
    { share: rule, strength: HOUSE },
    record.filter((given) => !same.includes(given)),
  );
  const moved =
    1 /
    (1 +
      Math.exp(logit(clamped(rule)) - logit(clamped(house.share)) - logit(clamped(guess.share))));
  const byBuild = after(
    { ...guess, share: moved },
    same.filter((given) => given.mould !== of.mould),
  );
  const own = after(
    { share: byBuild.share, strength: Math.min(NEAR, byBuild.strength) },
    same.filter((given) => given.mould === of.mould),
  );
  return { share: clamped(own.share), strength: 1 / (1 / EVENINGS + 1 / own.strength) };
}
