import type { Permission } from '@probe-trail/core/person';
import { expect } from 'chai';
import { pages, waysTo } from './pages';

describe('the pages', () => {
  it('have one address each', () => {
    const paths = Object.values(pages).map(({ path }) => path);
    expect(new Set(paths).size).to.equal(paths.length);
  });

  it('are offered by their names, those that need a permission only to whoever has it', () => {
    const labels = (...granted: Permission[]) =>
      waysTo((permission) => granted.includes(permission)).map(({ label }) => label);
    expect(labels()).to.include('Board').and.not.include('People');
    expect(labels('managePeople')).to.include('People');
  });

  it('can be led to only where their address says all', () => {
    for (const { path } of waysTo(() => true)) expect(path).to.not.include(':');
  });
});
