import { DataTypes } from 'sequelize';

// Columns of many tables. Each is made anew: Sequelize writes into what it is given.

/** A number the database gives. */
export const id = () => ({ type: DataTypes.INTEGER, primaryKey: true, autoIncrement: true });
export const whole = () => ({ type: DataTypes.INTEGER, allowNull: false });
export const words = () => ({ type: DataTypes.TEXT, allowNull: false });
export const moment = () => ({ type: DataTypes.DATE, allowNull: false });
/** The moment it is written, where none is given. */
export const written = () => ({ ...moment(), defaultValue: DataTypes.NOW });
export const flag = () => ({ type: DataTypes.BOOLEAN, allowNull: false, defaultValue: false });
/** What a schema of core reads. */
export const json = () => ({ type: DataTypes.JSONB, allowNull: false });
