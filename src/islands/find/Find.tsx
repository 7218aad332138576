import { useCombobox } from 'downshift';
import { useEffect, useRef, useState } from 'react';
import { call } from '@/ui/api.ts';
import { Dialog } from '@/ui/Dialog.tsx';
import { matching } from '@/ui/matching.ts';
import { Wrong } from '@/ui/Wrong.tsx';

interface Found {
  kind: string;
  name: string;
  note: string;
  href: string;
}
/** ms without a key before what is typed is asked for. */
const SETTLES = 120;

/** What is found for what is typed: places of the shop at once, things of it as they come. */
function useFound(typed: string, places: readonly Found[]): { found: Found[]; wrong: string } {
  const [things, setThings] = useState<{ of: string; found: Found[] }>({ of: '', found: [] });
  const [wrong, setWrong] = useState('');
  useEffect(() => {
    if (!typed.trim()) return;
    let over = false;
    const soon = setTimeout(() => {
      void call<Found[]>('GET', `/api/find?q=${encodeURIComponent(typed)}`).then((reply) => {
        if (over) return;
        setWrong(reply.ok ? '' : reply.message);
        if (reply.ok) setThings({ of: typed, found: reply.value });
      });
    }, SETTLES);
    return () => {
      over = true;
      clearTimeout(soon);
    };
  }, [typed]);
  const near = matching(places, typed, ({ name }) => name);
  return { found: typed.trim() ? [...near, ...things.found] : near, wrong };
}

interface Props {
  places: readonly Found[];
  /** what was typed before it was there */
  begun: string;
  onClose: () => void;
}

/** Finds any order, bait, colour, mould or session by a word of its name, and goes there. */
export function Find({ places, begun, onClose }: Props) {
  const [typed, setTyped] = useState(begun);
  const field = useRef<HTMLInputElement>(null);
  const { found, wrong } = useFound(typed, places);
  const box = useCombobox<Found>({
    items: found,
    isOpen: true,
    defaultHighlightedIndex: 0,
    inputValue: typed,
    selectedItem: null,
    itemToString: (item) => item?.name ?? '',
    itemToKey: (item) => item?.href ?? '',
    onSelectedItemChange: ({ selectedItem }) => selectedItem && location.assign(selectedItem.href),
  });
  return (
    <Dialog open onClose={onClose} title="Find" focus={field}>
      <label {...box.getLabelProps({ className: 'sr-only' })}>
        An order, a bait, a colour, a mould, a session
      </label>
      <input
        {...box.getInputProps({
          ref: field,
          className: 'box w-full text-lg',
          placeholder: 'An order, a bait, a colour, a mould, a session',
          // At once: what is typed fast is typed over a field that knows the last letter.
          onChange: ({ currentTarget }) => setTyped(currentTarget.value),
          onKeyDown: (press) => {
            // The list is never shut by itself: the key shuts the search.
            if (press.key !== 'Escape') return;
            press.preventDefault();
            onClose();
          },
        })}
      />
      <Wrong>{wrong}</Wrong>
      <ul {...box.getMenuProps({ className: 'mt-3 max-h-[55vh] overflow-y-auto' })}>
        {found.map((one, index) => (
          <li
            key={one.href + one.name}
            {...box.getItemProps({
              item: one,
              index,
              className: `choice justify-between ${box.highlightedIndex === index ? 'choice-here' : ''}`,
            })}
          >
            <span>{one.name}</span>
            <span className="text-sm text-soft">
              {[one.kind, one.note].filter(Boolean).join(', ')}
            </span>
          </li>
        ))}
      </ul>
      {found.length === 0 && typed.trim() && (
        <p role="status">Nothing here has “{typed.trim()}” in its name.</p>
      )}
    </Dialog>
  );
}
