import { expect } from 'chai';
import { validate } from '../schema/index.js';
import { may, newPersonSchema, type Permission, permissions, type Role, roleNames, sayForbidden } from './index.js';

describe('permissions', () => {
  for (const [permission, allowed] of [
    ['releasePlans', ['author']],
    ['recordTrails', ['author', 'technician']],
    ['takeInJobs', ['author', 'technician', 'adviser']],
    ['managePeople', ['administrator']],
  ] as const)
    it(`${permission} is for ${allowed.join(', ')} alone`, () =>
      expect(roleNames.filter((role) => may([role], permission))).to.deep.equal(allowed));

  it('somebody of two roles may do what either may', () => {
    const both: Role[] = ['administrator', 'adviser'];
    expect([may(both, 'managePeople'), may(both, 'takeInJobs'), may(both, 'recordTrails')]).to.deep.equal([
      true,
      true,
      false,
    ]);
  });

  it('says who could do it', () => {
    expect(sayForbidden('releasePlans')).to.equal('Only a master technician can do that. Nothing was changed.');
    for (const permission of Object.keys(permissions) as Permission[])
      expect(sayForbidden(permission)).to.match(/^Only an? [a-z]/);
  });
});

describe('a new person', () => {
  const person = { name: 'Hanna Creek', roles: ['technician'], password: 'long enough' };
  for (const [what, more] of [
    ['a short password', { password: 'short' }],
    ['no role', { roles: [] }],
    ['a role that there is not', { roles: ['king'] }],
    ['a name of spaces', { name: '  ' }],
  ] as const)
    it(`is refused with ${what}`, () => expect(validate(newPersonSchema, { ...person, ...more }).ok).to.equal(false));
  it('is taken otherwise', () => expect(validate(newPersonSchema, person).ok).to.equal(true));
});
