import { v4 } from 'uuid';

interface Props {
  /** the key of its address; null = there is none */
  feed: string | null;
  /** where this shop is reached */
  origin: string;
  set: (feed: string | null) => void;
}

/** The address a calendar program asks for planned sessions and promised days. */
export function FeedFields({ feed, origin, set }: Props) {
  const address = feed === null ? '' : `${origin}/api/calendar/${feed}.ics`;
  return (
    <div className="mt-4 sm:col-span-2 lg:col-span-4">
      {feed === null ? (
        <p className="flex flex-wrap items-center gap-3">
          Planned sessions and promised days in a calendar program.
          <button type="button" className="act" onClick={() => set(v4())}>
            Make an address
          </button>
        </p>
      ) : (
        <>
          <label className="field">
            <span>Address for a calendar program: who has it reads the plans and the promises</span>
            <input
              className="box"
              readOnly
              value={address}
              onFocus={({ target }) => target.select()}
            />
          </label>
          <p className="mt-2 flex flex-wrap gap-3">
            <button type="button" className="act" onClick={() => set(v4())}>
              Another address
            </button>
            <button type="button" className="act" onClick={() => set(null)}>
              No address
            </button>
            <span className="self-center text-sm text-soft">It counts once the shop is saved.</span>
          </p>
        </>
      )}
    </div>
  );
}
