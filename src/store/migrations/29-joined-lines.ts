/** Lines that joined a session after it was planned are few among many events: found by themselves. */
export default {
  name: '29-joined-lines',
  sql: `
    CREATE INDEX events_joined_lines ON events (session_id)
      WHERE kind = 'changed' AND payload->>'what' = 'line';`,
};
