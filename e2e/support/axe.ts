import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { expect } from 'chai';
import type { User } from './user.js';
import { standsStill } from './views.js';

const axe = readFileSync(createRequire(import.meta.url).resolve('axe-core/axe.min.js'), 'utf8');

interface Violation {
  readonly id: string;
  readonly nodes: readonly { readonly html: string; readonly failureSummary: string }[];
}

/** Where axe-core looks: behind an open dialog nothing can be reached. */
export type Where = 'document' | `'[role="dialog"]'`;

/** Fails where axe-core finds a violation in what stands there. */
export async function expectAccessible(user: User, where: Where = 'document'): Promise<void> {
  await standsStill(user);
  if (!(await user.page.evaluate('"axe" in window'))) await user.page.evaluate(axe);
  const violations = (await user.page.evaluate(
    `axe.run(${where}).then((result) => result.violations)`,
  )) as readonly Violation[];
  const messages = violations.flatMap(({ id, nodes }) =>
    nodes.slice(0, 3).map(({ html, failureSummary }) => `${id}: ${html.slice(0, 200)} ${failureSummary}`),
  );
  expect(messages, messages.join('\n')).to.deep.equal([]);
}
