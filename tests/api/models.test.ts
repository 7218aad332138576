import assert from 'node:assert/strict';
import { after, before, test } from 'node:test';
import type { Model, ModelStatic } from 'sequelize';
import { closeDatabase, database } from '@/store/database.ts';
import { rows } from '@/store/query.ts';
import { ownDatabase } from './harness.ts';

before(() => ownDatabase('models'));
after(closeDatabase);

interface Column {
  table_name: string;
  column_name: string;
  is_nullable: 'YES' | 'NO';
  filled: boolean;
}

test('every model is its table: each column it names is there, none that must be given is left out', async () => {
  const columns = await rows<Column>(
    `SELECT table_name, column_name, is_nullable, column_default IS NOT NULL OR is_identity = 'YES'
       AS filled FROM information_schema.columns WHERE table_schema = 'public'`,
  );
  const models = Object.values(database().models) as ModelStatic<Model>[];
  assert.ok(models.length > 20);
  for (const model of models) {
    const table = model.getTableName() as string;
    const own = columns.filter((column) => column.table_name === table);
    const named = Object.values(model.getAttributes());
    for (const attribute of named) {
      const column = own.find((other) => other.column_name === attribute.field);
      assert.ok(column, `${table}.${attribute.field} is no column`);
      const may = attribute.allowNull !== false && !attribute.primaryKey;
      assert.equal(may, column.is_nullable === 'YES', `${table}.${attribute.field} may be null`);
    }
    for (const column of own)
      if (column.is_nullable === 'NO' && !column.filled)
        assert.ok(
          named.some((attribute) => attribute.field === column.column_name),
          `${table}.${column.column_name} must be given, and the model does not know it`,
        );
  }
});
