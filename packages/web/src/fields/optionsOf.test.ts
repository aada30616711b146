import { expect } from 'chai';
import { optionsOf, optionsOfParts } from './optionsOf';

describe('options of a list', () => {
  it('stand in the order of their table', () =>
    expect(optionsOf({ b: 'first', a: 'second' })).to.deep.equal([
      { value: 'b', label: 'first' },
      { value: 'a', label: 'second' },
    ]));

  it('are called by the id where a part has no name', () =>
    expect(
      optionsOfParts([
        { id: 'x', name: '' },
        { id: 'y', name: 'Fuse' },
      ]),
    ).to.deep.equal([
      { value: 'x', label: 'x' },
      { value: 'y', label: 'Fuse' },
    ]));
});
