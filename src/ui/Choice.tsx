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
export function Choice<Key extends string>({
  label,
  value,
  of,
  onChange,
  className = '',
  hideLabel,
}: Props<Key>) {
  return (
    <label className={`field ${className}`}>
      <span className={hideLabel ? 'sr-only' : undefined}>{label}</span>
      <select
        className="box"
        value={value}
        onChange={(change) => onChange(change.target.value as Key)}
      >
        {(Object.keys(of) as Key[]).map((key) => (
          <option key={key} value={key}>
            {of[key].name}
          </option>
        ))}
      </select>
    </label>
  );
}
