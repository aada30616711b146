import { type BodyTask, type ReadBody, readBodyText } from './body/readBody.js';
import { readStoredPlan, type StoredPlan, type StoredPlanTask } from './plan/storedPlan.js';

/** What runs in the other thread, by the kind of the task. */
export default function work(task: BodyTask | StoredPlanTask): ReadBody | StoredPlan {
  switch (task.kind) {
    case 'body':
      return readBodyText(task.name, task.text);
    case 'storedPlan':
      return readStoredPlan(task.document);
  }
}
