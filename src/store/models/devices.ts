import type {
  CreationOptional,
  InferAttributes,
  InferCreationAttributes,
  NonAttribute,
  Sequelize,
} from 'sequelize';
import { DataTypes, Model } from 'sequelize';
import type { DeviceKind, Flag } from '@/core/device/index.ts';
import { flag, id, whole, words, written } from './columns.ts';

/** An instrument of the bench, known by the hash of its key. */
export class Device extends Model<InferAttributes<Device>, InferCreationAttributes<Device>> {
  declare id: CreationOptional<number>;
  declare name: string;
  declare kind: DeviceKind;
  declare keyHash: string;
  declare standIn: CreationOptional<boolean>;
  declare madeAt: CreationOptional<Date>;
  declare revokedAt: CreationOptional<Date | null>;
  declare lastAt: CreationOptional<Date | null>;
  declare lastValue: CreationOptional<number | null>;
  declare lastFlag: CreationOptional<Flag | null>;
  declare seenAt: CreationOptional<Date | null>;
  declare binding: NonAttribute<DeviceBinding | null>;
}

/** What an instrument stands in now, and what it last told the log. */
export class DeviceBinding extends Model<
  InferAttributes<DeviceBinding>,
  InferCreationAttributes<DeviceBinding>
> {
  declare deviceId: number;
  declare sessionId: number;
  declare targetKind: string;
  declare target: string;
  declare boundAt: CreationOptional<Date>;
  declare sentAt: CreationOptional<Date | null>;
  declare sentValue: CreationOptional<number | null>;
}

export function defineDevices(sequelize: Sequelize): void {
  Device.init(
    {
      id: id(),
      name: words(),
      kind: words(),
      keyHash: words(),
      standIn: flag(),
      madeAt: written(),
      revokedAt: DataTypes.DATE,
      lastAt: DataTypes.DATE,
      lastValue: DataTypes.DOUBLE,
      lastFlag: DataTypes.TEXT,
      seenAt: DataTypes.DATE,
    },
    {
      sequelize,
      modelName: 'Device',
      tableName: 'devices',
      scopes: { known: { where: { revokedAt: null } } },
    },
  );
  DeviceBinding.init(
    {
      deviceId: { type: DataTypes.INTEGER, primaryKey: true },
      sessionId: whole(),
      targetKind: words(),
      target: words(),
      boundAt: written(),
      sentAt: DataTypes.DATE,
      sentValue: DataTypes.DOUBLE,
    },
    { sequelize, modelName: 'DeviceBinding', tableName: 'device_bindings' },
  );
  Device.hasOne(DeviceBinding, { as: 'binding', foreignKey: 'deviceId' });
  DeviceBinding.belongsTo(Device, { as: 'device', foreignKey: 'deviceId' });
}
