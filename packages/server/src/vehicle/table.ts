import type { Line, OdometerReading, Vehicle } from '@probe-trail/core/vehicle';
import { index, integer, sqliteTable, text } from 'drizzle-orm/sqlite-core';

export const lineTable = sqliteTable('line', {
  lineId: text('line_id').primaryKey(),
  document: text({ mode: 'json' }).$type<Line>().notNull(),
});

export const vehicleTable = sqliteTable('vehicle', {
  // The full-text index refers to it.
  rowId: integer('row_id').primaryKey({ autoIncrement: true }),
  vehicleId: text('vehicle_id').notNull().unique(),
  fleetNumber: text('fleet_number').notNull().unique(),
  plate: text().notNull(),
  vin: text().notNull(),
  lineId: text('line_id')
    .notNull()
    .references(() => lineTable.lineId),
  modelYear: integer('model_year'),
  engine: text().notNull(),
  inServiceSince: text('in_service_since').notNull(),
  notOriginal: text('not_original', { mode: 'json' }).$type<readonly string[]>().notNull(),
  revision: integer().notNull(),
});

export const odometerTable = sqliteTable(
  'odometer',
  {
    rowId: integer('row_id').primaryKey({ autoIncrement: true }),
    vehicleId: text('vehicle_id')
      .notNull()
      .references(() => vehicleTable.vehicleId),
    km: integer().notNull(),
    text: text().notNull(),
    because: text().notNull(),
    atMs: integer('at_ms').notNull(),
    by: text().notNull(),
  },
  (reading) => [index('odometer_by_vehicle').on(reading.vehicleId, reading.rowId)],
);

export const toVehicle = ({ rowId: _, ...vehicle }: typeof vehicleTable.$inferSelect): Vehicle => vehicle;

export const toOdometerReading = ({
  km,
  text,
  because,
  atMs,
  by,
}: typeof odometerTable.$inferSelect): OdometerReading => ({ km, text, because, atMs, by });
