import type { SearchHit } from '@probe-trail/core/search';
import { type SQL, sql } from 'drizzle-orm';
import type { Database } from '../db/openDatabase.js';

export type SearchStore = ReturnType<typeof makeSearchStore>;

interface HitRow {
  readonly ref: string;
  readonly title: string;
  /** `null` where the index holds no text of it. */
  readonly detail: string | null;
}

/** One full-text index a kind of thing. Each gives its newest hits, but vehicles, which stand in their order: ranking a million rows for every key would be slow. */
export const makeSearchStore = ({ orm }: Database) => {
  const ask = async (kind: SearchHit['kind'], query: SQL): Promise<SearchHit[]> =>
    (await orm.all<HitRow>(query)).map(({ ref, title, detail }) => ({ kind, ref, title, detail: detail ?? '' }));

  return {
    vehicles: (match: string, limit: number) =>
      ask(
        'vehicle',
        sql`SELECT vehicle.vehicle_id AS ref, vehicle.fleet_number AS title,
              snippet(vehicle_search, 1, '⟦', '⟧', '…', 8) || ' · ' || snippet(vehicle_search, 2, '⟦', '⟧', '…', 3) AS detail
            FROM vehicle_search JOIN vehicle ON vehicle.row_id = vehicle_search.rowid
            WHERE vehicle_search MATCH ${match} ORDER BY vehicle_search.rowid LIMIT ${limit}`,
      ),
    jobs: (match: string, limit: number) =>
      ask(
        'job',
        sql`SELECT job.job_id AS ref, vehicle.fleet_number AS title, snippet(job_search, 1, '⟦', '⟧', '…', 14) AS detail
            FROM job_search JOIN job ON job.row_id = job_search.rowid JOIN vehicle ON vehicle.vehicle_id = job.vehicle_id
            WHERE job_search MATCH ${match} ORDER BY job_search.rowid DESC LIMIT ${limit}`,
      ),
    plans: (match: string, limit: number) =>
      ask(
        'plan',
        sql`SELECT plan_id AS ref, title, snippet(plan_search, 2, '⟦', '⟧', '…', 14) AS detail
            FROM plan_search WHERE plan_search MATCH ${match} ORDER BY plan_search.rowid DESC LIMIT ${limit}`,
      ),
    parts: (match: string, limit: number) =>
      ask(
        'part',
        sql`SELECT plan_part.plan_id AS ref, plan_part.name AS title, snippet(part_search, 1, '⟦', '⟧', '…', 14) AS detail
            FROM part_search JOIN plan_part ON plan_part.row_id = part_search.rowid
            WHERE part_search MATCH ${match} ORDER BY part_search.rowid DESC LIMIT ${limit}`,
      ),
    codes: (match: string, limit: number) =>
      ask(
        'code',
        sql`SELECT code_sheet.job_id AS ref, vehicle.fleet_number AS title, snippet(code_search, 0, '⟦', '⟧', '…', 12) AS detail
            FROM code_search JOIN code_sheet ON code_sheet.row_id = code_search.rowid
              JOIN vehicle ON vehicle.vehicle_id = code_sheet.vehicle_id
            WHERE code_search MATCH ${match} ORDER BY code_search.rowid DESC LIMIT ${limit}`,
      ),
    notes: (match: string, limit: number) =>
      ask(
        'note',
        sql`SELECT note_search.job_id AS ref, vehicle.fleet_number AS title, snippet(note_search, 1, '⟦', '⟧', '…', 14) AS detail
            FROM note_search JOIN job ON job.job_id = note_search.job_id JOIN vehicle ON vehicle.vehicle_id = job.vehicle_id
            WHERE note_search MATCH ${match} ORDER BY note_search.rowid DESC LIMIT ${limit}`,
      ),
  };
};
