/**
 * What something of the shop is known by in what was learned of it: its number, so that another
 * name forgets nothing; its name where it has none, as in logs of before it had.
 */
export const knownBy = ({ id, name }: { id?: number; name: string }): string => String(id ?? name);
