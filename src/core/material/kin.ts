/** A mix in its family: what it branched off, from which version, and its newest picture. */
export interface Kin {
  id: number;
  name: string;
  colour: string;
  parent_id: number | null;
  parent_n: number | null;
  picture: number | null;
}
