import { writeFileSync } from 'node:fs';
import { accountSchema } from '../src/account/index.js';
import { circuitSchema } from '../src/circuit/index.js';
import { newSheetSchema } from '../src/codes/index.js';
import { jobEventSchema } from '../src/job/index.js';
import { planFileSchema } from '../src/plan/index.js';
import { type JsonSchema, toJsonSchema } from '../src/schema/index.js';
import { trailEventSchema } from '../src/trail/index.js';
import { lineSchema } from '../src/vehicle/index.js';

// Writes docs/formats from the schemas in the code; a test fails when they differ.
const formats = {
  plan: ['A plan file', planFileSchema],
  'trail-event': ['An event of a trail', trailEventSchema],
  line: ['A vehicle line', lineSchema],
  circuit: ['A circuit', circuitSchema],
  'code-sheet': ['A code sheet', newSheetSchema],
  'job-event': ['An event of a job', jobEventSchema],
  account: ['The account of a job', accountSchema],
} as const;

for (const [name, [title, schema]] of Object.entries(formats)) {
  const file = new URL(`../../../docs/formats/${name}.schema.json`, import.meta.url);
  const head: JsonSchema = {
    $schema: 'https://json-schema.org/draft/2020-12/schema',
    $id: `urn:probe-trail:format:${name}:1`,
    title,
  };
  writeFileSync(file, `${JSON.stringify({ ...head, ...toJsonSchema(schema) }, null, 2)}\n`);
}
