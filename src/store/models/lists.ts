import type {
  CreationOptional,
  InferAttributes,
  InferCreationAttributes,
  Sequelize,
} from 'sequelize';
import { DataTypes, Model } from 'sequelize';
import { id, json, words, written } from './columns.ts';
import { LIST_TABLES, type ListTable } from './listTables.ts';

/** An entry of a list the shop keeps, as it was kept: its schema reads it. */
class ListEntry extends Model<InferAttributes<ListEntry>, InferCreationAttributes<ListEntry>> {
  declare id: CreationOptional<number>;
  declare name: string;
  declare spec: unknown;
  declare updatedAt: CreationOptional<Date>;
  declare retiredAt: CreationOptional<Date | null>;
}
type ListModel = typeof ListEntry;

/** The model of each list. */
export const LIST_MODELS = Object.fromEntries(
  LIST_TABLES.map((table) => [table, class extends ListEntry {}]),
) as Record<ListTable, ListModel>;

export function defineLists(sequelize: Sequelize): void {
  for (const table of LIST_TABLES)
    LIST_MODELS[table].init(
      {
        id: id(),
        name: words(),
        spec: json(),
        updatedAt: written(),
        retiredAt: DataTypes.DATE,
      },
      { sequelize, modelName: table, tableName: table },
    );
}
