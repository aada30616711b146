import { type CodeSheet, newSheetSchema } from '@probe-trail/core/codes';
import { idText } from '@probe-trail/core/schema';
import { answer, text } from '../answer/index.js';

export const codeSheet = answer<CodeSheet>()(newSheetSchema.shape({ jobId: idText(), takenBy: text() }));
