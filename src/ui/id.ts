/** The number a page or a request names a thing by; 0, which nothing has, where it is none. */
export function idFrom(text: string | null | undefined): number {
  const id = text && /^\d{1,10}$/.test(text) ? Number(text) : 0;
  return id < 2 ** 31 ? id : 0;
}
