/** A line may say that usable baits will do: they are given to no other. */
export default {
  name: '24-usable-lines',
  sql: 'ALTER TABLE order_lines ADD COLUMN usable boolean NOT NULL DEFAULT false;',
};
