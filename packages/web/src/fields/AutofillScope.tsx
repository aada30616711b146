import type { FormEvent, ReactNode } from 'react';

/**
 * Puts a field of a long page into a form of its own. For what they could fill in, browsers look through the whole form with every
 * character, or through all fields of the page that are in none: with a step of fifty fields that takes longer than to show the character.
 */
export const AutofillScope = ({ children }: { readonly children: ReactNode }) => (
  <form style={{ display: 'contents' }} onSubmit={stay}>
    {children}
  </form>
);

/** Enter in the only field of a form sends it away, and the page with it. */
const stay = (event: FormEvent) => event.preventDefault();
