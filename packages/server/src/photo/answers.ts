import { closedObject, photoIdText } from '@probe-trail/core/schema';
import { answer } from '../answer/index.js';

export const photoAnswer = answer<{ readonly photoId: string }>()(closedObject({ photoId: photoIdText() }));
