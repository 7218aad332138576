import type { ComponentProps } from 'react';
import type { Colour } from '@/core/colour/index.ts';
import type { useRecipes } from './useRecipes.ts';
import { Way } from './WayOffered.tsx';

interface Props extends Pick<ReturnType<typeof useRecipes>, 'answer' | 'busy'> {
  /** the colour they were looked for */
  wanted: Colour | null;
  offer: Pick<ComponentProps<typeof Way>, 'shelf' | 'units' | 'into' | 'keep'>;
}
/** Difference, as seen, above which a colour is not the one that was wanted. */
const NOT_IT = 5;

/** The recipes found, nearest first; what to do before there are any. */
export function RecipesFound({ answer, busy, wanted, offer }: Props) {
  return (
    <div aria-live="polite" data-busy={busy}>
      {busy && <p className="text-xl">Trying what the shelf can do…</p>}
      {!busy && !answer && (
        <p className="text-soft max-w-prose">
          Choose a colour and look: the nearest recipe in whole drops and real spoons comes here,
          with others that have fewer things in them or cost less. It is judged as a bait so thick,
          on white, in daylight.
        </p>
      )}
      {!busy && answer && wanted && <Ways {...{ answer, wanted, offer }} />}
    </div>
  );
}

function Ways({
  answer: { choices },
  wanted,
  offer,
}: Pick<Props, 'offer'> & { answer: NonNullable<Props['answer']>; wanted: Colour }) {
  const nearest = choices[0]?.recipe;
  return (
    <>
      {nearest && nearest.off >= NOT_IT && (
        <p className="mb-2 font-semibold text-watch">
          ◇ This shelf does not reach it. The nearest is below; a{' '}
          {nearest.colour.l < wanted.l ? 'lighter' : 'stronger'} colouring would be wanted.
        </p>
      )}
      <ul className="grid gap-x-10 gap-y-2 md:grid-cols-2">
        {choices.map((choice, i) => (
          <Way key={i} choice={choice} target={wanted} {...offer} />
        ))}
      </ul>
    </>
  );
}
