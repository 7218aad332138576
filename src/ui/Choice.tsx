import { Select } from './Select.tsx';

interface Props<Key extends string> {
  label: string;
  value: Key;
  /** what there is to choose from, by its key */
  of: Record<Key, { name: string }>;
  onChange: (key: Key) => void;
  className?: string;
  /** its label is only said, not shown */
  hideLabel?: boolean;
}

/** A field that takes one of a table's entries. */
export function Choice<Key extends string>({ of, onChange, ...shown }: Props<Key>) {
  return (
    <Select
      {...shown}
      options={(Object.keys(of) as Key[]).map((key) => ({ value: key, name: of[key].name }))}
      onChange={(key) => onChange(key as Key)}
    />
  );
}
