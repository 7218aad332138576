import { useState } from 'react';
import type { Mould } from '@/core/mould/index.ts';
import {
  cavityVolume,
  closingAct,
  closingCare,
  CLOSURES,
  FEEDS,
  layOut,
  layoutFaults,
  LETS_GO,
  MADE_OF_IT,
  METALS,
  MouldSchema,
  SOURCES,
} from '@/core/mould/index.ts';
import type { ShopUnits } from '@/core/quantity/index.ts';
import { say } from '@/core/quantity/index.ts';
import { rangeOf } from '@/core/range.ts';
import { formFields } from '@/ui/formFields.tsx';
import { useSave } from '@/ui/useSave.tsx';
import { MouldDrawing } from '@/ui/MouldDrawing.tsx';
import { QuantityField } from '@/ui/QuantityField.tsx';
import { unreadIn } from '@/ui/unread.ts';
import { CavitiesFields } from './CavitiesFields.tsx';
import { TakesFields } from './TakesFields.tsx';

interface Props {
  id?: number;
  version?: string;
  mould: Mould;
  units: ShopUnits;
  others: string[];
}
type Set = (part: Partial<Mould>) => void;

/** The mould as it is typed in so far, and what of it cannot be. */
function Drawn({ mould, units }: { mould: Mould; units: ShopUnits }) {
  const first = mould.cavities[0]!;
  const source = SOURCES[first.source];
  return (
    <div className="lg:sticky lg:top-4 lg:self-start">
      <MouldDrawing
        mould={mould}
        numbers
        dimensions={say(mould.width, 'length', units)}
        look={(cavity) => ({ figure: say(cavityVolume(cavity), 'volume', units, 2) })}
        closed
        order
      />
      {layoutFaults(mould).map((fault) => (
        <p key={fault} className="wrong mt-2" role="status">
          {fault}
        </p>
      ))}
      <p className="mt-2">
        One cavity holds {say(cavityVolume(first), 'volume', units, 2)},{' '}
        {source.measured ? 'measured' : 'only a guess'}: {source.name}.
      </p>
      <p className="hint mt-2">
        To close it: {closingAct(mould)}. {closingCare(mould).join(' ')}
      </p>
    </div>
  );
}

/** Names of its loose parts, with commas between; what is being typed stays as it is. */
const LooseParts = ({ loose, set }: { loose: string[]; set: Set }) => (
  <label className="field">
    <span>Loose parts, with commas</span>
    <input
      className="box"
      value={loose.join(', ')}
      onChange={(change) =>
        set({
          loose: change.target.value
            .split(',')
            .map((part) => part.trimStart())
            .filter((part, i, all) => part !== '' || i === all.length - 1),
        })
      }
      onBlur={() => set({ loose: loose.map((part) => part.trim()).filter(Boolean) })}
    />
  </label>
);

interface Fields {
  mould: Mould;
  /** rows its cavities lie in: they are laid out again in another size */
  rows: number;
  units: ShopUnits;
  set: Set;
  wrong: { message: string; field?: string } | null;
}
/** What the mould itself is: its metal, its size, how it is fed and closed. */
function MouldFields({ mould, rows, units, set, wrong }: Fields) {
  const { figure, text, choice } = formFields({
    schema: MouldSchema,
    spec: mould,
    units,
    set,
    wrong,
  });
  const size = (key: 'width' | 'height', label: string) =>
    figure([key], label, 'length', {
      onChange: (value) => {
        const sized = { ...mould, [key]: value };
        const cavities = layOut(sized, mould.cavities.length, Math.max(1, rows));
        set({ [key]: value, cavities });
      },
    });
  return (
    <div className="grid gap-3 md:grid-cols-2">
      {text(['name'], 'Name', { className: 'md:col-span-2' })}
      {choice(['metal'], 'Made of', METALS)}
      {figure(['mass'], 'Weighs, both halves', 'mass')}
      {size('width', 'Length as it lies')}
      {size('height', 'Height as it lies')}
      {choice(['feed'], 'Fed by', FEEDS)}
      {figure(['port'], 'Port bore', 'length')}
      {figure(['runner'], 'Runner holds', 'volume')}
      {figure(['sprue'], mould.feed === 'each' ? 'Each sprue holds' : 'Sprue holds', 'volume')}
      {choice(['closure'], 'Closed with', CLOSURES, {
        onChange: (closure) =>
          set({ closure, closures: closure === 'open' ? 0 : Math.max(1, mould.closures) }),
      })}
      {figure(['closures'], 'How many of them', 'count', {
        min: mould.closure === 'open' ? 0 : 1,
      })}
      {choice(['letsGo'], 'Lets go best with', LETS_GO)}
      {choice(['makes'], 'Makes', MADE_OF_IT)}
      {figure(['warmTo'], 'Likes to be warm to', 'temperature')}
      {figure(['hold'], 'Hold', 'time')}
      {figure(['cool'], 'Cool before opening', 'time')}
      {figure(['letCool'], 'Let cool, times as long as reckoned', 'count')}
      <LooseParts loose={mould.loose} set={set} />
      <QuantityField
        label="Good for so many shots; empty = no end in sight"
        value={mould.life}
        dimensions={['count']}
        {...rangeOf(MouldSchema, ['life'])}
        shop={units}
        onChange={(life) => set({ life })}
      />
      {text(['note'], 'Note to self, shown when it is closed', { className: 'md:col-span-2' })}
    </div>
  );
}

/** A mould of the shop, typed in while it is drawn. */
export default function MouldForm({ id, version, mould: start, units, others }: Props) {
  const [mould, setMould] = useState(start);
  const [rows, setRows] = useState(new Set(start.cavities.map((cavity) => cavity.y)).size);
  const [wrong, setWrong] = useState<Fields['wrong']>(null);
  const set: Set = (part) => setMould((held) => ({ ...held, ...part }));
  const { save, asking } = useSave(version);
  const keep = async (fields: HTMLFormElement) => {
    const unread = unreadIn(fields);
    if (unread) return setWrong({ message: unread });
    const path = `/api/catalogue/moulds${id ? `/${id}` : ''}`;
    const reply = await save<{ id: number }>(id ? 'PUT' : 'POST', path, mould);
    if (!reply.ok) return setWrong({ message: reply.message, field: reply.field });
    location.assign(`/moulds/${reply.value.id}`);
  };
  return (
    <div className="grid gap-8 lg:grid-cols-[minmax(0,1fr)_minmax(0,1.1fr)]">
      <Drawn mould={mould} units={units} />
      {asking}
      <form
        onSubmit={(submit) => {
          submit.preventDefault();
          void keep(submit.currentTarget);
        }}
        noValidate
      >
        <MouldFields {...{ mould, rows, units, set, wrong }} />
        <TakesFields {...{ mould, others, units, set }} />
        <CavitiesFields {...{ mould, rows, setRows, units, set }} />
        {wrong && wrong.field !== 'name' && (
          <p className="wrong mt-3" role="alert">
            {wrong.message}
          </p>
        )}
        <div className="mt-6 flex gap-3">
          <button type="submit" className="act act-main">
            Save
          </button>
          <a className="act border-transparent" href={id ? `/moulds/${id}` : '/moulds'}>
            Cancel
          </a>
        </div>
      </form>
    </div>
  );
}
