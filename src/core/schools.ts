/** The trade's starting windows (handbook §4), °C; a shop's own replaces them. */
export const SCHOOLS = {
  cool: { name: 'cool and thick', low: 149, high: 157 },
  laminate: { name: 'laminate, warm mould', low: 158, high: 168 },
  hot: { name: 'hot, laminate too', low: 177, high: 188 },
  insert: { name: 'on to an insert', low: 182, high: 191 },
} as const;
