import type { ReactNode } from 'react';
interface Props {
  label: ReactNode;
  send: (picture: File | undefined) => Promise<void>;
}
/** Where a photograph is chosen, or taken; it is sent at once. */
export const PictureField = ({ label, send }: Props) => (
  <label className="field">
    <span>{label}</span>
    <input
      type="file"
      accept="image/*"
      className="box py-2"
      onChange={(change) => void send(change.target.files?.[0])}
    />
  </label>
);
