interface Props {
  on: boolean;
  says: string;
  set: (on: boolean) => void;
}
/** Something that is so, or not. */
export const Tick = ({ on, says, set }: Props) => (
  <label className="flex min-h-11 items-center gap-3">
    <input
      type="checkbox"
      className="size-5"
      checked={on}
      onChange={({ target }) => set(target.checked)}
    />
    {says}
  </label>
);
