import type { Charge, Colour } from '@/core/colour/index.ts';
import { colourWith, hexOf, NEAR } from '@/core/colour/index.ts';
import type { Material, Named } from '@/core/material/index.ts';
import { density, KINDS, PINCH } from '@/core/material/index.ts';
import { spoon } from '@/core/plan/spoon.ts';
import type { ShopUnits } from '@/core/quantity/index.ts';
import { say } from '@/core/quantity/index.ts';
import type { CupState, SessionState } from '@/core/session/index.ts';
import { cupMl } from '@/core/session/index.ts';
import type { NextAnswer } from '@/worker/next.worker.ts';
import { Photo } from '../../colour/Photo.tsx';
import { Wanted } from './Wanted.tsx';

/** °C a coloured cup is measured full at. */
const HOT = 170;

interface Props {
  state: SessionState;
  cup: CupState;
  charge: Charge;
  answer: NextAnswer | null;
  /** how the swatch was seen, where it was */
  looks: Colour | null;
  units: ShopUnits;
  named: (thing: Named) => Material | undefined;
  onLooks: (colour: Colour) => void;
  /** another colour than the recipe's is wanted; null = the recipe's again */
  onWanted: (colour: Colour | null) => void;
  wanted: Colour | null;
  onAdvised: () => void;
  onClear: (ml: number) => void;
}

/**
 * How far a cup is from its colour, what goes in next, and the clear that brings it back when too
 * much is in.
 */
export function NextGo({
  state,
  cup,
  charge,
  answer,
  looks,
  units,
  named,
  wanted,
  onLooks,
  onWanted,
  onAdvised,
  onClear,
}: Props) {
  const now =
    looks ??
    colourWith(
      charge.shelf.map((onShelf) => ({
        pigment: onShelf.pigment,
        dose: charge.now.get(onShelf.key) ?? 0,
      })),
      charge.ml,
      charge.sight,
    );
  const said = (dose: { key: string; dose: number }): string => {
    const material = named({ what: dose.key })!;
    const count = Math.round(dose.dose);
    const much = {
      drops: `${count} ${count === 1 ? 'drop' : 'drops'}`,
      mL: say(dose.dose, 'volume', units),
      spoons: spoon(dose.dose * PINCH, units),
    }[KINDS[material.kind].by];
    return `${much} of ${material.name}`;
  };
  const { density20 } = cup;
  const hot = (ml: number): number => (ml * density20) / density(HOT, density20);
  const room = cup.limitMl - hot(cupMl(cup));
  const thin = answer?.thin;
  return (
    <div data-next>
      <svg
        viewBox="0 0 240 44"
        className="block w-full"
        role="img"
        aria-label={`It should be ${hexOf(now)} now; wanted ${hexOf(charge.target)}`}
      >
        <path d="M0 0H120V44H0Z" fill={hexOf(now)} />
        <path d="M120 0H240V44H120Z" fill={hexOf(charge.target)} />
        <path d="M.75 .75H239.25V43.25H.75Z" className="line-art" />
      </svg>
      <p className="hint flex justify-between">
        <span>{looks ? 'as it was seen' : 'now, as reckoned'}</span>
        <span>{wanted ? 'wanted, not the recipe’s' : 'wanted, by the recipe'}</span>
      </p>
      {/* While it is reckoned anew nothing under it moves under a hand. */}
      <div className="min-h-32">
        {answer ? (
          <>
            <p className="mt-1">
              <span className="figure text-4xl" data-apart>
                {answer.adding.now.toFixed(1)}
              </span>{' '}
              apart <span className="text-soft">a keen eye sees 1, most see 2</span>
            </p>
            {answer.adding.add.length > 0 ? (
              <button
                type="button"
                className="act mt-2 min-h-16 w-full justify-start text-left text-lg font-bold"
                onClick={onAdvised}
                data-advised
              >
                Next: {answer.adding.add.map(said).join(', ')}, stir, look again (
                {answer.adding.after.toFixed(1)} apart) <kbd className="hint font-mono">N</kbd>
              </button>
            ) : (
              <p className="mt-1 font-bold">
                {answer.adding.now <= NEAR
                  ? 'Near enough: nothing more is wanted.'
                  : 'Nothing of its ladder brings it nearer.'}
              </p>
            )}
            {thin && (
              <p className="mt-2 font-semibold text-watch" data-thin>
                ◇ Overdone: {say(thin.clear, 'volume', units)} of clear brings it back to{' '}
                {thin.after.toFixed(1)} apart, a charge of {say(thin.charge, 'volume', units)}.{' '}
                {hot(thin.clear) <= room
                  ? 'The cup has room.'
                  : `Hot, the cup has room for ${say(Math.max(0, room), 'volume', units)}: pour off ` +
                    'first, or take a larger one.'}{' '}
                <button type="button" className="act mt-1" onClick={() => onClear(thin.clear)}>
                  The clear is in
                </button>
              </p>
            )}
          </>
        ) : (
          <p className="hint mt-1">reckoning…</p>
        )}
      </div>
      <details className="mt-2">
        <summary className="flex min-h-11 cursor-pointer items-center">
          A swatch on the blade, photographed
        </summary>
        <Photo onColour={onLooks} />
      </details>
      <Wanted {...{ state, cup, wanted, onWanted }} target={charge.target} />
    </div>
  );
}
