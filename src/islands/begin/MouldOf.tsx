import type { OutlineKey } from '@/core/mould/index.ts';
import { OUTLINES } from '@/core/mould/index.ts';
import type { FirstMould } from '@/core/starter/mould.ts';
import { firstMould } from '@/core/starter/mould.ts';
import { USUAL } from '@/core/starter/usual.ts';
import { cavityVolume } from '@/core/mould/mould.ts';
import { say } from '@/core/quantity/index.ts';
import { Bait } from '@/ui/Bait.tsx';
import { FigureField } from '@/ui/FigureField.tsx';
import { MouldDrawing } from '@/ui/MouldDrawing.tsx';
import { QuantityField } from '@/ui/QuantityField.tsx';
import { Select } from '@/ui/Select.tsx';
import type { Source } from '@/core/mould/kinds.ts';
import { MeshDrop } from '../mould/MeshDrop.tsx';
import { OutlinePhoto } from '../mould/OutlinePhoto.tsx';
import type { HeldMould, Walk } from './useWalk.ts';

/** Shapes a first bait may have: a tail is no bait by itself. */
const SHAPES = (Object.keys(OUTLINES) as OutlineKey[]).filter((key) => key !== 'tail');
/** s a shop holds, before it says: what is drawn here does not hang on it. */
const HOLD = 8;

/** Shapes as pictures: one is pressed. */
const Shapes = ({ now, set }: { now: OutlineKey; set: (key: OutlineKey) => void }) => (
  <div className="flex flex-wrap gap-2" role="group" aria-label="Shape of the bait">
    {SHAPES.map((key) => (
      <button
        key={key}
        type="button"
        className="act min-h-20 flex-col justify-center py-2"
        aria-pressed={now === key}
        onClick={() => set(key)}
      >
        <Bait outline={key} layers={[]} width={92} />
        {OUTLINES[key].name}
      </button>
    ))}
  </div>
);

/** How the volume of a first mould is known. */
const KNOWN_BY: Partial<Record<Source, string>> = {
  bait: 'by the bait you weighed',
  mesh: 'by its mesh',
  rough: 'guessed from shape and length: weigh a bait when you have one',
};

/** Its own shape, from a photograph or a mesh: the named outline then only says how round it is. */
function OwnShapeOf({
  units,
  mould,
  put,
}: {
  units: Walk['units'];
  mould: FirstMould;
  put: (part: Partial<FirstMould>) => void;
}) {
  return (
    <details>
      <summary className="act w-fit cursor-pointer">
        {mould.shape ? 'Its own outline is taken' : 'From a photograph, or its mesh'}
      </summary>
      <div className="mt-2 flex flex-col gap-3">
        <OutlinePhoto take={(profile) => put({ shape: { profile, ml: null, section: null } })} />
        <MeshDrop
          units={units}
          take={({ length, measured, section, profile }) =>
            put({
              ...(length && { length }),
              shape: { profile: profile!, ml: measured!, section: section! },
            })
          }
        />
        {mould.shape && (
          <button type="button" className="act w-fit" onClick={() => put({ shape: null })}>
            Take the named outline again
          </button>
        )}
      </div>
    </details>
  );
}

/** A mould nobody has measured on its own page: by its shape, its size, and a bait on the scale. */
function NewMould({ walk, mould }: { walk: Walk; mould: FirstMould }) {
  const { said, set, units } = walk;
  const put = (part: Partial<FirstMould>) => set({ mould: { ...mould, ...part } });
  const drawn = firstMould(mould, { name: 'First mould', grade: said.grade, hold: HOLD });
  return (
    <div className="grid gap-x-10 gap-y-4 lg:grid-cols-2">
      <div className="flex flex-col gap-4">
        <Shapes now={mould.outline} set={(outline) => put({ outline, shape: null })} />
        <OwnShapeOf {...{ units, mould, put }} />
        <div className="grid gap-4 sm:grid-cols-3">
          <FigureField
            label="Length of a bait"
            value={mould.length}
            of="length"
            units={units}
            min={5}
            max={600}
            onChange={(length) => put({ length })}
          />
          <FigureField
            label="Cavities"
            value={mould.cavities}
            of="count"
            whole
            units={units}
            min={1}
            max={48}
            onChange={(cavities) => put({ cavities })}
          />
          <QuantityField
            label="One bait weighs, if you have one"
            value={mould.grams}
            dimensions={['mass']}
            shop={units}
            min={0.05}
            max={2000}
            onChange={(grams) => put({ grams })}
          />
        </div>
      </div>
      <div>
        <MouldDrawing
          mould={drawn}
          numbers
          closed
          dimensions={say(drawn.width, 'length', units)}
          look={(cavity) => ({ figure: say(cavityVolume(cavity), 'volume', units, 2) })}
        />
        <p className="mt-2">
          A cavity holds {say(cavityVolume(drawn.cavities[0]!), 'volume', units, 2)},{' '}
          {KNOWN_BY[drawn.cavities[0]!.source]}. It may be opened after {drawn.cool} s, as far as
          the models know.
        </p>
      </div>
    </div>
  );
}

/** The first mould: one that is there already, or a new one. */
export function MouldOf({ walk, held }: { walk: Walk; held: readonly HeldMould[] }) {
  const { mould } = walk.said;
  const asNew = { ...USUAL.mould } as FirstMould;
  return (
    <>
      {held.length > 0 && (
        <div className="mb-4 max-w-md">
          <Select
            label="Mould"
            value={'id' in mould ? String(mould.id) : ''}
            options={[
              ...held.map(({ id, name }) => ({ value: String(id), name })),
              { value: '', name: 'Another, by its shape' },
            ]}
            onChange={(id) => walk.set({ mould: id ? { id: Number(id) } : asNew })}
          />
        </div>
      )}
      {!('id' in mould) && <NewMould walk={walk} mould={mould} />}
      <p className="mt-4">
        You have its mesh, or want to measure every cavity?{' '}
        <a href="/moulds/new?begin">Measure it on its own page</a>, and come back: what you typed
        here is kept.
      </p>
    </>
  );
}
