import type {
  CreationOptional,
  InferAttributes,
  InferCreationAttributes,
  NonAttribute,
  Sequelize,
} from 'sequelize';
import { DataTypes, Model } from 'sequelize';
import { flag, id, moment, whole, words, written } from './columns.ts';

/** An order of the book. */
export class Order extends Model<InferAttributes<Order>, InferCreationAttributes<Order>> {
  declare id: CreationOptional<number>;
  declare customer: string;
  declare note: string;
  declare placedOn: CreationOptional<string>;
  declare lines: NonAttribute<OrderLine[]>;
}

/** A line of an order; its count is the sum of its parts. */
export class OrderLine extends Model<
  InferAttributes<OrderLine>,
  InferCreationAttributes<OrderLine>
> {
  declare id: CreationOptional<number>;
  declare orderId: number;
  declare position: number;
  declare name: string;
  declare pack: number;
  declare promised: string;
  declare closed: CreationOptional<boolean>;
  /** usable baits will do too */
  declare usable: CreationOptional<boolean>;
  declare parts: NonAttribute<LinePart[]>;
  declare moves: NonAttribute<LineMove[]>;
}

/** What a line wants of one bait in one colourway: one part, or several of an assorted line. */
export class LinePart extends Model<InferAttributes<LinePart>, InferCreationAttributes<LinePart>> {
  declare id: CreationOptional<number>;
  declare lineId: number;
  declare baitId: number;
  declare colourwayId: number;
  declare count: number;
  declare allocations: NonAttribute<Allocation[]>;
}

/** Baits of a session given to a part of a line; below 0 they were taken back. */
export class Allocation extends Model<
  InferAttributes<Allocation>,
  InferCreationAttributes<Allocation>
> {
  declare id: CreationOptional<string>;
  declare at: Date;
  declare partId: number;
  declare count: number;
  declare curedAt: Date;
  /** null where it was given from the shelf */
  declare sessionId: number | null;
  declare cause: string;
}

/** Baits of a line packed or sent. */
export class LineMove extends Model<InferAttributes<LineMove>, InferCreationAttributes<LineMove>> {
  declare id: CreationOptional<string>;
  declare at: CreationOptional<Date>;
  declare lineId: number;
  declare kind: 'packed' | 'sent';
  declare count: number;
  declare cause: string;
  declare why: CreationOptional<string>;
  declare undoes: CreationOptional<string | null>;
}

export function defineOrders(sequelize: Sequelize): void {
  Order.init(
    {
      id: id(),
      customer: words(),
      note: { ...words(), defaultValue: '' },
      placedOn: { type: DataTypes.DATEONLY, allowNull: false, defaultValue: DataTypes.NOW },
    },
    { sequelize, modelName: 'Order', tableName: 'orders' },
  );
  OrderLine.init(
    {
      id: id(),
      orderId: whole(),
      position: whole(),
      name: { ...words(), defaultValue: '' },
      pack: whole(),
      promised: { type: DataTypes.DATEONLY, allowNull: false },
      closed: flag(),
      usable: flag(),
    },
    { sequelize, modelName: 'OrderLine', tableName: 'order_lines' },
  );
  LinePart.init(
    { id: id(), lineId: whole(), baitId: whole(), colourwayId: whole(), count: whole() },
    { sequelize, modelName: 'LinePart', tableName: 'line_parts' },
  );
  Allocation.init(
    {
      id: { type: DataTypes.BIGINT, primaryKey: true, autoIncrement: true },
      at: moment(),
      partId: whole(),
      count: whole(),
      curedAt: moment(),
      sessionId: DataTypes.INTEGER,
      cause: { type: DataTypes.UUID, allowNull: false },
    },
    { sequelize, modelName: 'Allocation', tableName: 'allocations' },
  );
  LineMove.init(
    {
      id: { type: DataTypes.BIGINT, primaryKey: true, autoIncrement: true },
      at: written(),
      lineId: whole(),
      kind: words(),
      count: whole(),
      cause: { type: DataTypes.UUID, allowNull: false },
      why: { ...words(), defaultValue: '' },
      undoes: DataTypes.UUID,
    },
    { sequelize, modelName: 'LineMove', tableName: 'line_moves' },
  );
  Order.hasMany(OrderLine, { as: 'lines', foreignKey: 'orderId' });
  OrderLine.belongsTo(Order, { as: 'order', foreignKey: 'orderId' });
  OrderLine.hasMany(LinePart, { as: 'parts', foreignKey: 'lineId' });
  OrderLine.hasMany(LineMove, { as: 'moves', foreignKey: 'lineId' });
  LinePart.belongsTo(OrderLine, { as: 'line', foreignKey: 'lineId' });
  LinePart.hasMany(Allocation, { as: 'allocations', foreignKey: 'partId' });
}
