import { isPlace, offersFor, PLACES, type Chosen } from '@/core/ahead/chosen.ts';
import { chosenFor } from '@/core/ahead/hand.ts';
import type { Piece } from '@/core/ahead/index.ts';
import { Select } from '@/ui/Select.tsx';
import type { Known } from './known.ts';
import type { InHand } from './useHand.ts';

interface Props {
  piece: Piece;
  known: Known;
  inHand: InHand;
  name: string;
}
const USUAL = { value: '', name: 'as is usual' };
const named = (all: readonly { id: number; spec: { name: string } }[]) =>
  all.map(({ id, spec }) => ({ value: String(id), name: spec.name }));
const idOf = (value: string): number | undefined => (value === '' ? undefined : Number(value));

/** In which mould, by which injector and when in its session a piece is shot, where a hand says so. */
export function ShotAs({ piece, known, inHand, name }: Props) {
  const chosen = chosenFor(inHand.hand.chosen, piece.key);
  const { moulds, injectors } = offersFor(known.shelf, piece);
  const choose = (part: Chosen) => inHand.choose(piece.key, part);
  return (
    <span
      className="col-span-full flex flex-wrap gap-2"
      role="group"
      aria-label={`How ${name} is shot`}
    >
      {moulds.length > 1 && (
        <Select
          label="In the mould"
          value={String(chosen.mould ?? '')}
          options={[USUAL, ...named(moulds)]}
          onChange={(value) => choose({ mould: idOf(value) })}
        />
      )}
      {injectors.length > 1 && (
        <Select
          label="With the injector"
          value={String(chosen.injector ?? '')}
          options={[USUAL, ...named(injectors)]}
          onChange={(value) => choose({ injector: idOf(value) })}
        />
      )}
      <Select
        label="In its session"
        value={chosen.place ?? ''}
        options={[
          { value: '', name: 'the soonest wanted first' },
          ...Object.entries(PLACES).map(([value, place]) => ({ value, name: place.name })),
        ]}
        onChange={(value) => choose({ place: isPlace(value) ? value : undefined })}
      />
    </span>
  );
}
