import { blankPlan, type Plan } from '@probe-trail/core/plan';
import { expect } from 'chai';
import { ActionCreators } from 'redux-undo';
import { draftEdited, draftOpened, draftReducer, selectCanRedo, selectCanUndo, selectDocument } from './draftSlice';

const titled = (title: string): Plan => ({ ...blankPlan('p', title) });
const edit = (title: string, group: string | null) => draftEdited({ document: titled(title), group });
type Action = Parameters<typeof draftReducer>[1];

/** The draft after it was opened as “old” and these actions. */
function after(...actions: Action[]) {
  const all: Action[] = [draftOpened(titled('old')), ActionCreators.clearHistory(), ...actions];
  const draft = all.reduce((state, action) => draftReducer(state, action), draftReducer(undefined, { type: 'start' }));
  return {
    title: selectDocument({ draft })?.title,
    canUndo: selectCanUndo({ draft }),
    canRedo: selectCanRedo({ draft }),
  };
}

describe('undo in the editor', () => {
  it('has nothing to undo in a draft that was just opened', () =>
    expect(after()).to.deep.equal({ title: 'old', canUndo: false, canRedo: false }));

  it('undoes typing in one field as one', () =>
    expect(after(edit('n', 'title'), edit('ne', 'title'), edit('new', 'title'), ActionCreators.undo())).to.deep.equal({
      title: 'old',
      canUndo: false,
      canRedo: true,
    }));

  it('undoes edits in different fields one by one', () =>
    expect(after(edit('new', 'title'), edit('newer', 'summary'), ActionCreators.undo()).title).to.equal('new'));

  it('undoes edits that stand alone one by one', () =>
    expect(after(edit('one', null), edit('two', null), edit('three', null), ActionCreators.undo()).title).to.equal(
      'two',
    ));

  it('redoes what was undone, until something else is edited', () => {
    expect(after(edit('new', null), ActionCreators.undo(), ActionCreators.redo()).title).to.equal('new');
    expect(after(edit('new', null), ActionCreators.undo(), edit('other', null)).canRedo).to.equal(false);
  });
});
