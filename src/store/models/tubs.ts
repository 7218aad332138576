import type {
  CreationOptional,
  InferAttributes,
  InferCreationAttributes,
  Sequelize,
} from 'sequelize';
import { DataTypes, Model } from 'sequelize';
import type { Plastic } from '@/core/plastic/index.ts';
import { id, whole, words, written } from './columns.ts';

/** A tub of pucks, or a cup left standing with what is in it. */
export class Tub extends Model<InferAttributes<Tub>, InferCreationAttributes<Tub>> {
  declare id: CreationOptional<number>;
  declare name: string;
  declare kind: 'tub' | 'cup';
  declare grade: CreationOptional<string>;
  /** as the maker says it looks, #rrggbb; null = as is reckoned */
  declare colour: CreationOptional<string | null>;
  declare salted: CreationOptional<'yes' | 'no' | 'unknown'>;
  declare flaked: CreationOptional<'yes' | 'no' | 'unknown'>;
  declare note: CreationOptional<string>;
  /** g it holds: the database adds its moves up */
  declare grams: CreationOptional<number>;
  /** what it holds, by its moves; null = it was moved before this was kept */
  declare plastic: CreationOptional<Plastic | null>;
  declare madeAt: CreationOptional<Date>;
}

/** A photograph of a tub. */
export class TubPicture extends Model<
  InferAttributes<TubPicture>,
  InferCreationAttributes<TubPicture>
> {
  declare id: CreationOptional<number>;
  declare tubId: number;
  declare at: CreationOptional<Date>;
  declare kind: string;
  declare picture: Buffer;
}

export function defineTubs(sequelize: Sequelize): void {
  const unknown = () => ({ ...words(), defaultValue: 'unknown' });
  Tub.init(
    {
      id: id(),
      name: words(),
      kind: words(),
      grade: { ...words(), defaultValue: 'medium' },
      colour: { type: DataTypes.TEXT, allowNull: true },
      salted: unknown(),
      flaked: unknown(),
      note: { ...words(), defaultValue: '' },
      grams: { type: DataTypes.DOUBLE, allowNull: false, defaultValue: 0 },
      plastic: { type: DataTypes.JSONB, allowNull: true },
      madeAt: written(),
    },
    { sequelize, modelName: 'Tub', tableName: 'tubs' },
  );
  TubPicture.init(
    {
      id: id(),
      tubId: whole(),
      at: written(),
      kind: words(),
      picture: { type: DataTypes.BLOB, allowNull: false },
    },
    { sequelize, modelName: 'TubPicture', tableName: 'tub_pictures' },
  );
}
