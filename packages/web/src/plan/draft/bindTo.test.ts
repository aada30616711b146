import { expect } from 'chai';
import { produce } from 'immer';
import { bindTo, type EditPart, withListChange } from './bindTo';

interface Part {
  readonly title: string;
  readonly kind: string;
  readonly tags: readonly string[];
}

/** A part that stands in a draft, and what a field does to it. */
function aDraft(now: Part) {
  let draft = now;
  const fields: (string | null)[] = [];
  const edit: EditPart<Part> = (field, recipe) => {
    fields.push(field);
    draft = produce(draft, recipe);
  };
  return { draft: () => draft, fields, bind: bindTo(now, edit, { title: 5 }) };
}

describe('a field of the draft', () => {
  const shown: Part = { title: 'a', kind: 'x', tags: ['one', 'two'] };

  it('shows the value, says how long it may be, and changes nothing but itself', () => {
    const { draft, bind, fields } = aDraft(shown);
    const title = bind.text('title');
    expect([title.value, title.maxLength, bind.text('kind').maxLength]).to.deep.equal(['a', 5, undefined]);
    title.onText('b');
    bind.pick('kind').onChange('y');
    expect(draft()).to.deep.equal({ title: 'b', kind: 'y', tags: ['one', 'two'] });
    expect(fields).to.deep.equal(['title', null]);
  });

  it('keeps what was chosen where nothing is chosen anew', () => {
    const { draft, bind } = aDraft(shown);
    bind.pick('kind').onChange(null);
    expect(draft()).to.equal(shown);
  });

  it('adds to a list what was added, and takes from it what was taken away', () => {
    const { draft, bind } = aDraft(shown);
    bind.list('tags').onChange(['two', 'three']);
    expect(draft().tags).to.deep.equal(['two', 'three']);
    // Meanwhile somebody has added another.
    expect(withListChange(['one', 'two', 'new'], ['one', 'two'], ['two'])).to.deep.equal(['two', 'new']);
    expect(withListChange(['one'], ['one'], ['one', 'one'])).to.deep.equal(['one']);
  });
});
