import { formatDistanceStrict } from 'date-fns';
import type { Shop } from '@/core/shop.ts';
import { Verdict } from '@/ui/Verdict.tsx';

export interface LastBackup {
  file: string;
  /** ms */
  at: number;
  bytes: number;
}
/** h after which a shop that works every evening should have another. */
const OLD = 60;

/** Where backups go, and how old the last one is. */
export function BackupFields({
  shop,
  last,
  now,
  set,
}: {
  shop: Shop;
  last: LastBackup | null;
  now: number;
  set: (part: Partial<Shop>) => void;
}) {
  const old = last !== null && now - last.at > OLD * 3_600_000;
  return (
    <>
      <label className="field sm:col-span-2">
        <span>Backups are written to</span>
        <input
          className="box"
          placeholder="beside the shop’s data"
          value={shop.backups}
          onChange={(change) => set({ backups: change.target.value })}
        />
      </label>
      <p className="self-end sm:col-span-2" data-backup>
        {last === null ? (
          <Verdict verdict="watch">no backup has been made yet</Verdict>
        ) : (
          <Verdict
            verdict={old ? 'watch' : 'good'}
          >{`last ${formatDistanceStrict(last.at, now)} ago`}</Verdict>
        )}
        {last && (
          <span className="block text-sm text-soft break-all">
            {last.file}, {(last.bytes / 1e6).toFixed(1)} MB
          </span>
        )}
      </p>
      <p className="hint sm:col-span-2 lg:col-span-4">
        One is made every day and after each finished session, and proved by restoring it beside the
        shop. Seven days, five weeks and twelve months are kept. A stick or another machine’s folder
        is safer than this one’s disk.
      </p>
    </>
  );
}
