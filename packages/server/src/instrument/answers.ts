import { instrumentSchema } from '@probe-trail/core/instrument';
import { listOf } from '../answer/index.js';

export const instrumentsAnswer = listOf(instrumentSchema);
