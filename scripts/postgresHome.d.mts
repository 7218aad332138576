/** Folder of PostgreSQL’s own programs. */
export function bin(): string;
