import { useEffect, useState } from 'react';

/** ms a part of a page may take before it is said that it has not come. */
const MAY_TAKE = 1000;

/** In the place of a part of a page that is still to come; a word on it when that lasts. */
export function NotCome({ onClose }: { onClose?: () => void }) {
  const [isLate, setLate] = useState(false);
  useEffect(() => {
    const late = setTimeout(() => setLate(true), MAY_TAKE);
    return () => clearTimeout(late);
  }, []);
  return isLate ? (
    <div role="status" className="flex items-center gap-4 border-y border-ink bg-raised px-4 py-2">
      <p className="font-semibold text-watch">
        This has not come from the shop’s machine yet: it opens when it does. If the machine is
        there, load the page again. What was noted is kept.
      </p>
      {onClose && (
        <button type="button" className="act" autoFocus onClick={onClose}>
          Close
        </button>
      )}
    </div>
  ) : null;
}
