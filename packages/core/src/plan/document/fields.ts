import { type AnyObject, array, type ISchema, string } from 'yup';

/** What several parts of a plan have in common. */

export const list = <Item>(item: ISchema<Item, AnyObject>, maximum: number) => array(item).required().max(maximum);
export const names = (maximum: number) => array(string().required().max(200)).required().max(maximum);

/** How hard a place is to reach, the easiest first. */
export const accessLevels = {
  inReach: 'in reach',
  underBonnet: 'under the bonnet',
  underVehicle: 'under the vehicle',
  dismantling: 'something must come off',
} as const;

export const keysOf = <Table extends Readonly<Record<string, string>>>(table: Table) =>
  Object.keys(table) as (keyof Table & string)[];

export type AccessLevel = keyof typeof accessLevels;
