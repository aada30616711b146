import { join } from 'node:path';
import Database from 'libsql';

// Another program that holds the database of a data folder for some time, as a backup tool may.
const [folder, ms] = process.argv.slice(2);
const database = new Database(join(folder, 'probe-trail.db'), { timeout: 5000 });
database.exec('BEGIN IMMEDIATE');
process.stdout.write('held\n');
setTimeout(() => {
  database.exec('ROLLBACK');
  database.close();
}, Number(ms));
