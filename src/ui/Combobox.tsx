import { useCombobox } from 'downshift';
import { useId, useMemo, useState } from 'react';
import type { ReactNode } from 'react';
import { matching } from './matching.ts';
import { chose, recentFirst, recentOf } from './recent.ts';

export interface Picked {
  value: string;
  name: string;
  /** what it looks like */
  picture?: ReactNode;
}
interface Props {
  label: string;
  /** the list it is of: what was lately chosen of it stands first */
  list: string;
  value: string;
  options: readonly Picked[];
  onChange: (value: string) => void;
  error?: string;
  className?: string;
}
const NONE: readonly string[] = [];

/**
 * A field that takes one of a long list, found by typing any of its words; what was lately chosen
 * stands first, and each is shown as it looks.
 */
export function Combobox({ label, list, value, options, onChange, error, className = '' }: Props) {
  const wrong = useId();
  const [typed, setTyped] = useState<string | null>(null);
  // What was lately chosen is this device's, and read once the list is opened: the shop's machine
  // knows nothing of it.
  const [recent, setRecent] = useState(NONE);
  const held = options.find((option) => option.value === value) ?? null;
  const shown = useMemo(
    () => matching(recentFirst(options, recent), typed ?? '', ({ name }) => name),
    [options, recent, typed],
  );
  const box = useCombobox<Picked>({
    items: shown,
    selectedItem: held,
    inputValue: typed ?? held?.name ?? '',
    itemToString: (item) => item?.name ?? '',
    itemToKey: (item) => item?.value ?? '',
    onIsOpenChange: ({ isOpen }) => {
      if (isOpen) setRecent(recentOf(list));
      else setTyped(null);
    },
    onSelectedItemChange: ({ selectedItem }) => {
      if (!selectedItem) return;
      chose(list, selectedItem.value);
      onChange(selectedItem.value);
      setTyped(null);
    },
  });
  return (
    <div className={`field relative ${className}`}>
      <label {...box.getLabelProps()}>{label}</label>
      <input
        {...box.getInputProps({
          className: 'box',
          placeholder: 'Type or choose',
          'aria-invalid': error ? true : undefined,
          'aria-describedby': error ? wrong : undefined,
          // At once: what is typed fast is typed over a field that knows the last letter.
          onChange: ({ currentTarget }) => setTyped(currentTarget.value),
          onFocus: ({ currentTarget }) => currentTarget.select(),
          onClick: () => !box.isOpen && box.openMenu(),
        })}
      />
      {error && (
        <span id={wrong} className="wrong" role="alert">
          {error}
        </span>
      )}
      <ul
        {...box.getMenuProps({
          className: `choices ${box.isOpen ? '' : 'hidden'}`,
        })}
      >
        {box.isOpen &&
          shown.map((option, index) => (
            <li
              key={option.value}
              {...box.getItemProps({
                item: option,
                index,
                className: `choice ${box.highlightedIndex === index ? 'choice-here' : ''}`,
              })}
            >
              {option.picture}
              <span>{option.name}</span>
            </li>
          ))}
        {box.isOpen && shown.length === 0 && (
          <li className="choice text-soft">Nothing here is called that.</li>
        )}
      </ul>
    </div>
  );
}
