export interface Option {
  value: string;
  name: string;
}
interface Props {
  label: string;
  value: string;
  options: readonly Option[];
  onChange: (value: string) => void;
  className?: string;
  disabled?: boolean;
  /** its label is only said, not shown */
  hideLabel?: boolean;
}

/** A field that takes one of what there is. */
export const Select = ({
  label,
  value,
  options,
  onChange,
  className = '',
  disabled,
  hideLabel,
}: Props) => (
  <label className={`field ${className}`}>
    <span className={hideLabel ? 'sr-only' : undefined}>{label}</span>
    <select
      className="box"
      value={value}
      disabled={disabled}
      onChange={(change) => onChange(change.target.value)}
    >
      {options.map((option) => (
        <option key={option.value} value={option.value}>
          {option.name}
        </option>
      ))}
    </select>
  </label>
);

/** Entries of a list as options, by their numbers. */
export const entryOptions = (all: readonly { id: number; spec: { name: string } }[]): Option[] =>
  all.map(({ id, spec }) => ({ value: String(id), name: spec.name }));
