import { blankPlan, blankReading, blankStep, type Step, type StepReading } from '@probe-trail/core/plan';
import type { CountSpec, MeasuredSpec, SeriesSpec } from '@probe-trail/core/spec';
import {
  measuringContextOf,
  type NewTrailEvent,
  openingOf,
  reduceTrail,
  stampTrailEvent,
} from '@probe-trail/core/trail';
import { expect } from 'chai';
import { inBrowser } from '../../testing/browser';
import type { ReadingProps } from './recordReading';

const stamp = { id: 'e0', atMs: 0, by: 'Tobi Lunde' };
let trails = 0;

/** A reading of a step, as its panel gets it; what is recorded is kept in a list. */
function aReadingPlace(reading: StepReading, leadsSwapped = false) {
  const recorded: NewTrailEvent[] = [];
  const step: Step = { ...blankStep('one', 'One'), needs: [], readings: [reading] };
  const opening = stampTrailEvent(openingOf('p', { fleetNumber: 'FG-07', line: 'Loper 35' }), stamp);
  const opened = reduceTrail({ ...blankPlan('p', 'Plan'), startStepId: 'one', steps: [step] }, [opening]);
  if (!opened.ok) throw new Error(opened.problem.misfit.kind);
  const trail = opened.value;
  trails += 1;
  const record = (...events: readonly NewTrailEvent[]) => {
    recorded.push(...events);
    return true;
  };
  const props: ReadingProps = {
    open: { trailId: `t${trails}`, trail, record },
    step,
    reading,
    kit: {
      context: measuringContextOf(trail, step, reading),
      instrument: undefined,
      offered: [],
      onNetwork: undefined,
      choose: () => {},
      leadsSwapped,
      swapLeads: undefined,
      before: [],
    },
    isDue: true,
    onRecorded: () => {},
    onAgain: () => {},
  };
  const entries = () => recorded.map((event) => event.kind === 'readingEntered' && event.entry);
  return { props, recorded, entries };
}

describe('what is typed for a reading', () => {
  const { hooks } = inBrowser();
  const spec: MeasuredSpec = { kind: 'band', unit: 'V', min: 12.2, max: 14.8 };

  const typing = async (leadsSwapped = false) => {
    const { useTypedReading } = await import('./useTypedReading');
    const place = aReadingPlace(blankReading('volts', 'Voltage', spec), leadsSwapped);
    const { result } = hooks().renderHook(() => useTypedReading(place.props, spec));
    const press = (does: (typed: typeof result.current) => void) => hooks().act(() => does(result.current));
    return { typed: () => result.current, press, ...place };
  };

  it('is judged with every character, and recorded as it was typed', async () => {
    const { typed, press, entries } = await typing();
    press(({ setText }) => setText('12,'));
    press(({ setText }) => setText('12,5'));
    const { judged } = typed();
    expect(judged.ok && judged.value.verdict.kind).to.equal('inSpec');
    press(({ submit }) => submit());
    expect(entries()).to.deep.equal([{ kind: 'typed', text: '12,5' }]);
    expect(typed().text).to.equal('');
  });

  it('is asked about where it is hardly meant, and recorded with what was typed first', async () => {
    const { typed, press, recorded } = await typing();
    press(({ setText }) => setText('1250'));
    press(({ submit }) => submit());
    expect(recorded).to.deep.equal([]);
    expect(typed().doubt?.message).to.be.a('string');
    press(({ recordAs }) => recordAs('12.50', { typedFirst: '1250' }));
    expect(recorded[0]).to.include({ typedFirst: '1250' });
  });

  it('puts the question away with the next character', async () => {
    const { typed, press } = await typing();
    press(({ setText }) => setText('1250'));
    press(({ submit }) => submit());
    press(({ onKey }) => onKey((text) => text.slice(0, 2)));
    expect([typed().text, typed().doubt]).to.deep.equal(['12', undefined]);
  });

  it('records nothing that is no number, and turns round what swapped leads show', async () => {
    const nothing = await typing();
    nothing.press(({ setText }) => setText('twelve'));
    nothing.press(({ submit }) => submit());
    expect(nothing.recorded).to.deep.equal([]);
    const swapped = await typing(true);
    swapped.press(({ setText }) => setText('-12.5'));
    const { judged } = swapped.typed();
    expect(judged.ok && judged.value.verdict.kind).to.equal('inSpec');
  });
});

describe('rows that are typed one after the other', () => {
  const { hooks } = inBrowser();
  const spec: SeriesSpec = {
    kind: 'siblings',
    unit: 'Ω',
    members: ['left', 'middle', 'right'].map((id) => ({ id, name: id })),
    rule: 'median',
    as: 'absolute',
    spread: 2,
  };

  const typing = async () => {
    const { useTypedRows } = await import('./series/useTypedRows');
    const place = aReadingPlace(blankReading('ohms', 'Resistance', spec));
    const { result } = hooks().renderHook(() => useTypedRows(place.props, spec));
    const press = (does: (typed: typeof result.current) => void) => hooks().act(() => does(result.current));
    const type = (...texts: string[]) => {
      for (const text of texts) {
        press(({ setText }) => setText(text));
        press(({ submit }) => submit());
      }
    };
    return { typed: () => result.current, press, type, ...place };
  };

  it('go on to the next that is empty, and are recorded together with the last', async () => {
    const { typed, type, recorded, entries } = await typing();
    type('10', '11');
    expect([typed().active, typed().isLast, recorded.length]).to.deep.equal([2, true, 0]);
    type('10,5');
    expect(entries()).to.deep.equal([{ kind: 'rows', texts: ['10', '11', '10,5'] }]);
  });

  it('come back to one that was passed over', async () => {
    const { typed, press, type } = await typing();
    press(({ setActive }) => setActive(2));
    type('10');
    expect(typed().active).to.equal(0);
    expect(typed().rows.map(({ text }) => text)).to.deep.equal(['', '', '10']);
  });

  it('stay at one that is no number, with what is wrong', async () => {
    const { typed, press, type } = await typing();
    press(({ setText }) => setText('ten'));
    press(({ submit }) => submit());
    expect([typed().active, typed().canGoOn, typed().judged.ok]).to.deep.equal([0, false, false]);
    type('10');
    expect(typed().active).to.equal(1);
  });
});

describe('a count with a clock for each section', () => {
  const { hooks } = inBrowser();
  const spec: CountSpec = {
    kind: 'count',
    what: 'dropout',
    sections: ['door', 'hinge'].map((id) => ({ id, name: id })),
    inSeconds: 10,
    min: null,
    max: 0,
  };
  const realNow = Date.now;
  let nowMs = 1_000_000;
  before(() => {
    Date.now = () => nowMs;
  });
  after(() => {
    Date.now = realNow;
  });

  const counting = async () => {
    const { useCounter } = await import('./useCounter');
    const place = aReadingPlace(blankReading('dropouts', 'Dropouts', spec));
    const { result, unmount } = hooks().renderHook(() => useCounter(place.props, spec));
    const press = (does: (count: typeof result.current) => void) => hooks().act(() => does(result.current));
    const wait = (ms: number) => {
      nowMs += ms;
    };
    return { count: () => result.current, press, wait, unmount };
  };

  it('counts only while its clock runs', async () => {
    const { count, press, unmount } = await counting();
    press(({ tap }) => tap());
    press(({ start }) => start());
    press(({ tap }) => tap());
    press(({ tap }) => tap());
    press(({ takeBack }) => takeBack());
    expect(count().counted.counts).to.deep.equal([1, 0]);
    unmount();
  });

  it('stops the clock of a section that is left, and counts no section as moved that was not', async () => {
    const { count, press, wait, unmount } = await counting();
    press(({ start }) => start());
    wait(4000);
    press(({ setSection }) => setSection(1));
    wait(60_000);
    expect(count().counted.sectionSeconds).to.deep.equal([4, 0]);
    press(({ start }) => start());
    wait(12_000);
    press(({ setSection }) => setSection(0));
    expect([count().counted.sectionSeconds, count().isDone(0), count().isDone(1)]).to.deep.equal([
      [4, 10],
      false,
      true,
    ]);
    unmount();
  });

  it('begins anew when it is cleared', async () => {
    const { count, press, unmount } = await counting();
    press(({ start }) => start());
    press(({ tap }) => tap());
    press(({ clear }) => clear());
    expect([count().counted.counts, count().isRunning]).to.deep.equal([[0, 0], false]);
    unmount();
  });
});
