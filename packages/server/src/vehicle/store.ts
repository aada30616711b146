import type {
  Line,
  NewVehicle,
  OdometerReading,
  Vehicle,
  VehicleChange,
  VehicleListItem,
} from '@probe-trail/core/vehicle';
import { and, asc, desc, eq, gt, sql } from 'drizzle-orm';
import type { Database } from '../db/openDatabase.js';
import { lineTable, odometerTable, vehicleTable as table, toOdometerReading, toVehicle } from './table.js';

export type VehicleStore = ReturnType<typeof makeVehicleStore>;

const pageSize = 100;
const openJobs = sql<number>`(SELECT count(*) FROM job WHERE job.vehicle_id = vehicle.vehicle_id AND job.stage <> 'gone')`;

export function makeVehicleStore({ orm }: Database) {
  const find = async (vehicleId: string): Promise<Vehicle | undefined> => {
    const [row] = await orm.select().from(table).where(eq(table.vehicleId, vehicleId));
    return row && toVehicle(row);
  };

  return {
    find,

    /** A page of vehicles by fleet number, after that one. */
    list: async (after: string): Promise<VehicleListItem[]> => {
      const { vehicleId, fleetNumber, plate, lineId, engine } = table;
      return orm
        .select({ vehicleId, fleetNumber, plate, lineId, engine, openJobs })
        .from(table)
        .where(gt(fleetNumber, after))
        .orderBy(asc(fleetNumber))
        .limit(pageSize);
    },

    /** @returns whether it was added; not when the fleet number is taken */
    add: async (vehicleId: string, vehicle: NewVehicle): Promise<boolean> =>
      (
        await orm
          .insert(table)
          .values({ vehicleId, ...vehicle, revision: 1 })
          .onConflictDoNothing()
      ).rowsAffected === 1,

    /** Changes the revision that the sender has seen. @returns whether it was that one */
    change: async (vehicleId: string, { revision, ...vehicle }: VehicleChange): Promise<boolean> =>
      (
        await orm
          .update(table)
          .set({ ...vehicle, revision: revision + 1 })
          .where(and(eq(table.vehicleId, vehicleId), eq(table.revision, revision)))
      ).rowsAffected === 1,

    withFleetNumber: async (fleetNumber: string): Promise<Vehicle | undefined> => {
      const [row] = await orm.select().from(table).where(eq(table.fleetNumber, fleetNumber));
      return row && toVehicle(row);
    },

    /** The newest first. */
    odometer: async (vehicleId: string): Promise<OdometerReading[]> => {
      const rows = await orm
        .select()
        .from(odometerTable)
        .where(eq(odometerTable.vehicleId, vehicleId))
        .orderBy(desc(odometerTable.rowId))
        .limit(pageSize);
      return rows.map(toOdometerReading);
    },

    addOdometer: async (vehicleId: string, reading: OdometerReading): Promise<void> => {
      await orm.insert(odometerTable).values({ vehicleId, ...reading });
    },

    line: async (lineId: string): Promise<Line | undefined> => {
      const [row] = await orm.select().from(lineTable).where(eq(lineTable.lineId, lineId));
      return row?.document;
    },

    lines: async (): Promise<Line[]> =>
      (await orm.select().from(lineTable).orderBy(asc(lineTable.lineId))).map(({ document }) => document),

    putLine: async (document: Line): Promise<void> => {
      await orm
        .insert(lineTable)
        .values({ lineId: document.id, document })
        .onConflictDoUpdate({ target: lineTable.lineId, set: { document } });
    },
  };
}
