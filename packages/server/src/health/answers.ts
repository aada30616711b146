import { closedObject } from '@probe-trail/core/schema';
import { amount, answer, oneOf, yesOrNo } from '../answer/index.js';
import type { Health } from './service.js';

export const healthAnswer = answer<Health>()(
  closedObject({
    name: oneOf('probe-trail'),
    ok: yesOrNo(),
    database: oneOf('ok', 'unreadable', 'busy', 'full', 'unavailable'),
    disk: closedObject({ state: oneOf('ok', 'low', 'full'), freeMb: amount() }).required(),
    waitingAppends: amount(),
  }),
);
