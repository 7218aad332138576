import { useEffect, useState } from 'react';
import type { Casting } from '@/core/casting/index.ts';
import { asMould, mixedNow, workedOut } from '@/core/casting/index.ts';
import type { OutlineKey } from '@/core/mould/index.ts';
import type { ShopUnits } from '@/core/quantity/index.ts';
import { say } from '@/core/quantity/index.ts';
import { call } from '@/ui/api.ts';
import { useSave } from '@/ui/useSave.tsx';
import { unreadIn } from '@/ui/unread.ts';
import { Wrong } from '@/ui/Wrong.tsx';
import { BoxDrawing } from './BoxDrawing.tsx';
import { MasterFields } from './MasterFields.tsx';
import { Checks, Outcome } from './Outcome.tsx';
import { ToMix } from './ToMix.tsx';

interface Props {
  id?: number;
  version?: string;
  casting: Casting;
  baits: { name: string; outline: OutlineKey; length: number }[];
  units: ShopUnits;
  hold: number;
}

/** ms, every second; 0 before the page knows. */
function useClock(): number {
  const [now, setNow] = useState(0);
  useEffect(() => {
    setNow(Date.now());
    const tick = setInterval(() => setNow(Date.now()), 1000);
    return () => clearInterval(tick);
  }, []);
  return now;
}

/** A casting as it is typed in and saved. */
function useCasting({ id: startId, version, casting: start }: Props) {
  const [casting, setCasting] = useState(start);
  const [id, setId] = useState(startId);
  const [wrong, setWrong] = useState('');
  const [saved, setSaved] = useState(startId !== undefined);
  const { save, asking } = useSave(version);
  return {
    casting,
    wrong,
    setWrong,
    saved,
    asking,
    set: (part: Partial<Casting>) => {
      setCasting((held) => ({ ...held, ...part }));
      setSaved(false);
    },
    /** whether it was saved; what was wrong is shown where not */
    keep: async (next: Casting): Promise<boolean> => {
      const unread = unreadIn(document);
      if (unread) {
        setWrong(unread);
        return false;
      }
      const path = `/api/catalogue/castings${id ? `/${id}` : ''}`;
      const reply = await save<{ id: number }>(id ? 'PUT' : 'POST', path, next);
      setWrong(reply.ok ? '' : reply.message);
      if (!reply.ok) return false;
      setCasting(next);
      setId(reply.value.id);
      setSaved(true);
      history.replaceState(null, '', `/moulds/castings/${reply.value.id}`);
      return true;
    },
  };
}

/** Its name in large, and what keeps it. */
function Head({
  name,
  saved,
  wrong,
  set,
  keep,
}: Pick<ReturnType<typeof useCasting>, 'saved' | 'wrong' | 'set'> & {
  name: string;
  keep: () => void;
}) {
  return (
    <>
      <div className="flex flex-wrap items-end justify-between gap-3">
        <label className="min-w-60 flex-1">
          <span className="sr-only">Name of the casting</span>
          <input
            className="w-full border-b border-rule bg-transparent text-[32px] font-bold leading-tight"
            placeholder="Name the mould to be"
            value={name}
            onChange={(change) => set({ name: change.target.value })}
          />
        </label>
        <button type="button" className="act act-main" disabled={saved} onClick={keep}>
          {saved ? 'Saved' : 'Save'}
        </button>
      </div>
      <Wrong className="mt-2">{wrong}</Wrong>
    </>
  );
}

/**
 * A home-made mould, worked out: box and master give what to mix; pot life counts down; the result
 * becomes a mould.
 */
export default function CastingForm(props: Props) {
  const { baits, units, hold } = props;
  const { casting, wrong, setWrong, saved, asking, set, keep } = useCasting(props);
  const now = useClock();
  const { master, mix } = workedOut(casting);
  const become = async () => {
    const mould = asMould(casting, mix ?? [], hold);
    const reply = await call<{ id: number }>('POST', '/api/catalogue/moulds', mould);
    if (!reply.ok) return setWrong(reply.message);
    if (await keep({ ...casting, mould: reply.value.id }))
      location.assign(`/moulds/${reply.value.id}/change`);
  };
  return (
    <div>
      {asking}
      <Head {...{ saved, wrong, set }} name={casting.name} keep={() => void keep(casting)} />
      <div className="mt-4 grid gap-8 lg:grid-cols-2">
        <section>
          <MasterFields {...{ casting, baits, units, set }} />
          <div className="mt-4">
            <BoxDrawing casting={casting} units={units} />
          </div>
          {casting.volume === null && (
            <p className="hint">
              The master’s volume, {say(master.volume, 'volume', units, 1)}, is guessed from its
              outline.
            </p>
          )}
        </section>
        <section>
          <ToMix
            {...{ casting, mix, now, units, set }}
            begin={(mixed) => void keep(mixedNow(casting, mixed, Date.now()))}
          />
          <Checks {...{ casting, set }} />
          <Outcome {...{ casting, units, set }} />
          {casting.mould === null ? (
            <button
              type="button"
              className="act act-main mt-4"
              disabled={mix === null || !casting.name.trim()}
              onClick={() => void become()}
            >
              Make it a mould of the shop
            </button>
          ) : (
            <a className="act mt-4" href={`/moulds/${casting.mould}`}>
              The mould it became
            </a>
          )}
        </section>
      </div>
    </div>
  );
}
