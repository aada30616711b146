import { type Arrival, arrivalSchema } from '@probe-trail/core/job';
import { type ShortForm, useShortForm } from '../fields/useShortForm';

export type ArrivalForm = ShortForm<typeof arrivalSchema>;

interface ArrivalFormOptions {
  readonly initial: Arrival;
  readonly onChange?: (arrival: Arrival) => void;
  readonly send: (arrival: Arrival) => unknown;
}

/** What is taken down at the counter, while it is being written. */
export const useArrivalForm = (options: ArrivalFormOptions): ArrivalForm =>
  useShortForm({ schema: arrivalSchema, tidy: tidied, ...options });

/** Rows that were opened and left empty say nothing. */
const tidied = (arrival: Arrival): Arrival => ({
  ...arrival,
  complaint: arrival.complaint.trim(),
  triedBefore: arrival.triedBefore.filter(({ what }) => what.trim() !== ''),
});
