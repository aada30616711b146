import { blankReading, type Experiment } from '../plan/index.js';
import { failed, ok } from '../result/index.js';
import type { ExperimentKind } from './experiment.js';
import {
  around,
  ask,
  asksFollowed,
  followed,
  ignitionOn,
  inZones,
  measured,
  need,
  option,
  part,
  result,
  seen,
  shows,
  supply,
  unit,
  wiring,
} from './kindParts.js';

const withoutDrop = { askId: 'feedMost', message: 'Give the largest allowed loss.' };

/** The experiments that practitioners use: what each needs, what can come out of it, and what that means for whom. */
export const experimentKinds: Readonly<Record<Experiment, ExperimentKind>> = {
  swap: {
    purpose:
      'A part changes places with another like it that works: the fault goes with the part, stays with the place, or is gone.',
    asks: [part, ask('twin', 'With which, that works', 'text'), ask('fault', 'What shows the fault', 'text')],
    measures: null,
    minutes: 6,
    title: (told) => `Swap ${told.text('part')} with ${told.text('twin')}`,
    proves: 'Whether the fault is in the part or in its place.',
    needs: (told) => [need(`${told.text('part')} and ${told.text('twin')}`, 'swapped', 'swap'), ignitionOn],
    cautions: () => ['The two must carry the same number and the same rating.'],
    instruction: (told) =>
      `Look at the pins while both are out. Then see where the fault is now: ${told.text('fault')}.`,
    readings: seen(
      'The fault',
      option('follows', 'went with the part'),
      option('stays', 'stayed with the place'),
      option('gone', 'is gone', true),
    ),
    results: [
      result('follows', 'went with the part', 'The part itself is at fault.', { clears: around, pointsTo: ['part'] }),
      result('stays', 'stayed with the place', 'The part is good: look at what leads to its place.', {
        clears: ['part'],
        pointsTo: around,
      }),
      result('gone', 'is gone', 'Unplugging and plugging in cured it: a contact is bad.', {
        pointsTo: ['wiringHere'],
      }),
    ],
  },
  substitute: {
    purpose: 'Known values go in where the part was: does the control unit’s value follow, at two points at least?',
    asks: [part, ...asksFollowed('kΩ', '0,33; 2,5', '°C', '80; 20', '4')],
    measures: null,
    minutes: 8,
    title: (told) => `Put known values in for ${told.text('part')}`,
    proves: 'Whether everything but the part is good.',
    needs: (told) => [need(told.text('part'), 'unplugged', 'unplug'), ignitionOn],
    cautions: () => ['Put in no more voltage or current than the part itself would give.'],
    instruction: () => 'Put each value in at the plug of the part, and read what the control unit shows.',
    readings: followed('put in'),
    results: [
      result('inSpec', 'follows', 'Wiring and control unit are good: the part is at fault.', {
        clears: around,
        pointsTo: ['part'],
      }),
      result('stuck', 'does not follow', 'What is put in does not arrive: the wiring or the control unit.', {
        clears: ['part'],
        pointsTo: [...wiring, 'controlUnit'],
      }),
      inZones(
        {},
        result('bent', 'follows, but wrongly', 'Resistance on the way, or a bad ground or feed of the part.', {
          clears: ['part'],
          pointsTo: [...wiring, ...supply],
        }),
      ),
    ],
  },
  unplug: {
    purpose: 'The part is unplugged: the control unit’s value should jump to what it shows with nothing connected.',
    asks: [
      part,
      unit,
      ask('min', 'Unplugged at least', 'number', '4,8', { unit: 'unit', mayBeEmpty: true }),
      ask('max', 'Unplugged at most', 'number', '', { unit: 'unit', mayBeEmpty: true }),
    ],
    measures: null,
    minutes: 4,
    title: (told) => `Unplug ${told.text('part')} and see`,
    proves: 'Whether the fault lies before the plug or behind it.',
    needs: (told) => [need(told.text('part'), 'unplugged', 'unplug'), ignitionOn],
    cautions: () => ['Unplugging sets codes of its own: keep the code sheet first.'],
    instruction: () => 'Read what the control unit shows now.',
    readings: measured('Shows unplugged'),
    results: [
      result('inSpec', 'jumps', 'Wiring and control unit see the open plug: the part, or its plug.', {
        clears: ['wiringThere', 'controlUnit'],
        pointsTo: ['part', 'wiringHere'],
      }),
      inZones(
        {},
        result('stays', 'does not jump', 'Something before the plug holds it: a short, or the control unit.', {
          clears: ['part'],
          pointsTo: ['wiringThere', 'controlUnit'],
        }),
      ),
    ],
  },
  bridge: {
    purpose: 'A fused lead goes round a switch, a relay or a control unit: does the load run?',
    asks: [
      ask('part', 'What is bridged', 'text'),
      ask('fromPin', 'From', 'place'),
      ask('toPin', 'To', 'place'),
      ask('rating', 'Fuse in the lead', 'number', '10', { unit: 'A' }),
      ask('never', 'What must not be bridged here', 'text', '', { mayBeEmpty: true }),
    ],
    measures: null,
    minutes: 5,
    title: (told) => `Bridge ${told.text('part')}, ${told.text('fromPin')} to ${told.text('toPin')}`,
    proves: 'Whether the load and its wiring are good.',
    needs: (told) => [need('bridge', `connected, fused ${told.text('rating')} A`, 'bridge'), ignitionOn],
    cautions: (told) => [
      `No lead without its fuse of ${told.text('rating')} A, and none rated above the fuse of the circuit.`,
      'Never onto an output or a 5 V supply of a control unit, and never in a circuit that can fire an airbag or a belt.',
      ...(told.text('never') === '' ? [] : [`Do not bridge: ${told.text('never')}.`]),
    ],
    instruction: (told) =>
      `Connect **${told.text('fromPin')}** to **${told.text('toPin')}** with the fused lead, for as long as it takes to see, and no longer.`,
    readings: seen(
      'The load',
      option('runs', 'runs', true),
      option('still', 'does nothing'),
      option('blows', 'the lead’s fuse blows'),
    ),
    results: [
      result('runs', 'runs', 'Feed, load and ground are good: what was bridged does not switch, or gets no command.', {
        clears: ['feed', 'wiringThere', 'ground'],
        pointsTo: ['part', 'controlUnit'],
      }),
      result('still', 'does nothing', 'What was bridged is not it: the feed, the load or its wiring is.', {
        clears: ['part', 'controlUnit'],
        pointsTo: ['feed', 'wiringThere', 'ground'],
      }),
      result('blows', 'the lead’s fuse blows', 'Short behind the bridge.', {
        clears: ['feed', 'ground'],
        pointsTo: ['wiringThere'],
      }),
    ],
  },
  load: {
    purpose: 'A lamp or another load hangs on the feed: only the voltage under load counts.',
    asks: [
      ask('part', 'Which feed', 'text'),
      ask('with', 'Loaded with', 'text', 'a 21 W lamp'),
      ask('min', 'Under load at least', 'number', '11,5', { unit: 'V' }),
    ],
    measures: 'dcVolts',
    minutes: 5,
    title: (told) => `Load ${told.text('part')} with ${told.text('with')}`,
    proves: 'Whether the feed carries current, and not only a voltage.',
    needs: (told) => [need(told.text('with'), 'connected', 'connect'), ignitionOn],
    cautions: () => ['A load of more current than the fuse of the feed blows it.'],
    instruction: () => 'Read once without the load, and once with it. Only the second counts.',
    readings: (told) => {
      const min = told.number('min');
      if (min === undefined) return failed({ askId: 'min', message: 'Give the least voltage under load.' });
      return ok([
        blankReading('open', 'Without load', { kind: 'band', unit: 'V', min: null, max: null }),
        blankReading(shows, 'Under load', { kind: 'band', unit: 'V', min, max: null }),
      ]);
    },
    results: [
      result('inSpec', 'holds', 'The feed carries the load.', { clears: ['feed', 'wiringHere'] }),
      inZones(
        {},
        result('sags', 'sags', 'Resistance in the feed: it shows only when current flows.', {
          pointsTo: ['feed', 'wiringHere'],
        }),
      ),
    ],
  },
  voltageDrop: {
    purpose: 'While the load runs, what is lost on each side of it: which side eats the voltage?',
    asks: [
      ask('part', 'Which load', 'text'),
      ask('feedMost', 'Lost in the feed, at most', 'number', '0,5', { unit: 'V' }),
      ask('groundMost', 'Lost in the ground, at most', 'number', '0,2', { unit: 'V' }),
    ],
    measures: 'dcVolts',
    minutes: 6,
    title: (told) => `Voltage drop on both sides of ${told.text('part')}`,
    proves: 'Which side of the load eats the voltage.',
    needs: () => [ignitionOn, need('loads', 'on')],
    cautions: () => ['Without current there is no drop: the load must be running, or held on.'],
    instruction: () =>
      'From battery + to the feed pin of the load; then from its ground pin to battery −. “Where on the wire” tells the section.',
    readings: (told) => {
      const [feed, ground] = [told.number('feedMost'), told.number('groundMost')];
      if (feed === undefined || ground === undefined) return failed(withoutDrop);
      return ok([
        blankReading('feedSide', 'Lost in the feed', { kind: 'band', unit: 'V', min: null, max: feed }),
        blankReading('groundSide', 'Lost in the ground', { kind: 'band', unit: 'V', min: null, max: ground }),
      ]);
    },
    results: [
      inZones(
        { feedSide: ['above'], groundSide: ['above'] },
        result('both', 'both sides lose too much', 'Resistance on both sides of the load.', {
          pointsTo: ['feed', 'wiringHere', 'ground'],
        }),
      ),
      inZones(
        { feedSide: ['above'] },
        result('feed', 'the feed loses too much', 'Resistance between the battery and the load.', {
          clears: ['ground'],
          pointsTo: ['feed', 'wiringHere'],
        }),
      ),
      inZones(
        { groundSide: ['above'] },
        result('ground', 'the ground loses too much', 'Resistance between the load and the battery.', {
          clears: ['feed'],
          pointsTo: ['ground'],
        }),
      ),
      inZones(
        {},
        result('neither', 'neither does', 'Both sides carry the current: the load gets its voltage.', {
          clears: ['feed', 'ground', 'wiringHere'],
          pointsTo: ['part'],
        }),
      ),
    ],
  },
  move: {
    purpose: 'The harness is moved section by section while the signal is watched: where do the dropouts come?',
    asks: [
      ask('part', 'Which harness', 'text'),
      ask('sections', 'Its sections', 'names', 'at the plug; along the sill; at the hinge'),
      ask('seconds', 'Each is moved for', 'number', '10', { unit: 's' }),
    ],
    measures: null,
    minutes: 8,
    title: (told) => `Move ${told.text('part')}, section by section`,
    proves: 'Whether a wire or a contact breaks when it is moved.',
    needs: () => [ignitionOn],
    cautions: () => ['Hands and sleeves away from belts and fans.'],
    instruction: () => 'Move one section, hold the others still, and count how often the signal drops out.',
    readings: (told) => {
      const sections = told.names('sections').map((name, index) => ({ id: `section-${index + 1}`, name }));
      const inSeconds = Math.round(told.number('seconds') ?? 0);
      if (inSeconds < 1 || inSeconds > 3600)
        return failed({ askId: 'seconds', message: 'From 1 s to an hour for each section.' });
      return ok([
        blankReading(shows, 'Dropouts', { kind: 'count', what: 'dropouts', inSeconds, min: null, max: 0, sections }),
      ]);
    },
    results: [
      result('inSpec', 'no dropouts', 'Moving it does nothing: the break is elsewhere, or not there now.', {
        clears: wiring,
      }),
      inZones({}, result('drops', 'dropouts', 'The section with the dropouts has the break.', { pointsTo: wiring })),
    ],
  },
  climate: {
    purpose: 'The part is heated, cooled or wetted: does the fault come, or go?',
    asks: [part, ask('with', 'What is done to it', 'text', 'heated with the hot-air gun to 60 °C')],
    measures: null,
    minutes: 10,
    title: (told) => `${told.text('part')}: ${told.text('with')}`,
    proves: 'Whether heat, cold or water is what the fault waits for.',
    needs: () => [ignitionOn],
    cautions: () => ['No flame, no fuel vapour; no water on live mains or on an open control unit.'],
    instruction: (told) => `${told.text('part')}: ${told.text('with')}. Watch whether the fault comes or goes.`,
    readings: seen(
      'The fault',
      option('comes', 'came'),
      option('goes', 'went'),
      option('same', 'stayed as it was', true),
    ),
    results: [
      result('comes', 'came', 'It is this part, or its plug.', { pointsTo: ['part', 'wiringHere'] }),
      result('goes', 'went', 'It is this part, or its plug.', { pointsTo: ['part', 'wiringHere'] }),
      result('same', 'stayed as it was', 'It does not affect this part.', { clears: ['part'] }),
    ],
  },
  drive: {
    purpose: 'The tester commands an actuator: does current flow, does it move, does the answer come back?',
    asks: [
      ask('part', 'Which actuator', 'text'),
      ask('answer', 'What answers it', 'text', 'its position in live data'),
    ],
    measures: null,
    minutes: 5,
    title: (told) => `Drive ${told.text('part')}`,
    proves: 'How far a command gets.',
    needs: () => [ignitionOn, need('moving parts', 'clear of people', 'check')],
    cautions: () => ['Say aloud before you drive it; keep hands out of whatever moves.'],
    instruction: (told) => `Command it, watch it, and compare with ${told.text('answer')}.`,
    readings: seen(
      'On command',
      option('follows', 'moves, and answers', true),
      option('silent', 'moves, without an answer'),
      option('stiff', 'draws current, does not move'),
      option('dead', 'draws no current'),
    ),
    results: [
      result('follows', 'moves, and answers', 'All of it works on command: whatever should command it does not.', {
        clears: ['part', ...wiring, ...supply],
        pointsTo: ['controlUnit'],
      }),
      result('silent', 'moves, without an answer', 'The way back is at fault: feedback or its wire.', {
        clears: supply,
        pointsTo: ['part', 'wiringThere'],
      }),
      result('stiff', 'draws current, does not move', 'It is held fast inside, or by what it moves.', {
        clears: [...wiring, ...supply, 'controlUnit'],
        pointsTo: ['part'],
      }),
      result('dead', 'draws no current', 'The circuit is open: wire, feed, ground, output, or a winding.', {
        pointsTo: ['part', ...around],
      }),
    ],
  },
  clearCodes: {
    purpose: 'The codes are cleared: which come back at once, which only on the road, which never?',
    asks: [ask('part', 'Which code', 'text')],
    measures: null,
    minutes: 6,
    title: (told) => `Clear ${told.text('part')} and see`,
    proves: 'Whether the fault stands now.',
    needs: () => [need('code sheet', 'kept', 'check'), ignitionOn],
    cautions: () => ['What is cleared without a sheet is lost as evidence.'],
    instruction: () => 'Clear, switch off and on, read again; if it stays away, drive and read once more.',
    readings: seen(
      'The code',
      option('atOnce', 'came back at once'),
      option('moving', 'came back when moving'),
      option('never', 'stayed away', true),
    ),
    results: [
      result('atOnce', 'came back at once', 'A standing electrical fault.', {
        pointsTo: ['part', ...wiring, ...supply, 'controlUnit'],
      }),
      result('moving', 'came back when moving', 'A contact that shakes, or a value that is wrong only at work.', {
        clears: supply,
        pointsTo: ['part', 'wiringHere'],
      }),
      result(
        'never',
        'stayed away',
        'Not there now: an old code, one that was made, or a fault that comes and goes.',
        {},
      ),
    ],
  },
  compare: {
    purpose: 'The same reading at this one and at good ones: the other side, another bus, another time.',
    asks: [
      ask('part', 'Which part', 'text'),
      unit,
      ask('members', 'This one first, then the good ones', 'names', 'this one; the other side'),
      ask('spread', 'May differ by', 'number', '0,2', { unit: 'unit' }),
    ],
    measures: null,
    minutes: 6,
    title: (told) => `Compare ${told.text('part')} with good ones`,
    proves: 'Whether the reading is odd, where no limit is known.',
    needs: () => [ignitionOn],
    cautions: () => [],
    instruction: () => 'Measure all of them alike: same instrument, same place, same state.',
    readings: (told) => {
      const names = told.names('members');
      if (names.length < 2) return failed({ askId: 'members', message: 'This one and at least one good one.' });
      const members = names.map((name, index) => ({ id: `member-${index + 1}`, name }));
      const spread = told.number('spread') ?? 0;
      return ok([
        blankReading(shows, 'Shows', {
          kind: 'siblings',
          unit: told.text('unit'),
          members,
          rule: 'median',
          spread,
          as: 'absolute',
        }),
      ]);
    },
    results: [
      result('inSpec', 'alike', 'It is as the good ones are.', { clears: ['part', 'wiringHere'] }),
      inZones({}, result('odd', 'not alike', 'It is not as the good ones are.', { pointsTo: ['part', 'wiringHere'] })),
    ],
  },
  pressure: {
    purpose: 'Known pressure or vacuum goes to the sensor or the actuator at several points: does it follow?',
    asks: [part, ...asksFollowed('kPa(g)', '0; 50; 100', 'V', '0,5; 2,5; 4,5', '0,2')],
    measures: 'dcVolts',
    minutes: 10,
    title: (told) => `Feed ${told.text('part')} pressure`,
    proves: 'Whether it is good over its range, and not only at rest.',
    needs: (told) => [
      need('pressure', 'released', 'release'),
      need(`hand pump at ${told.text('part')}`, 'connected', 'connect'),
      ignitionOn,
    ],
    cautions: () => ['Not above the range of the part; no air into hydraulic or fuel lines.'],
    instruction: () => 'Hold each value until it is steady, then read.',
    readings: followed('pressure'),
    results: [
      result('inSpec', 'follows', 'It is good over its range.', { clears: ['part', 'wiringHere'] }),
      result('stuck', 'does not follow', 'It does not feel the pressure, or is not supplied.', {
        pointsTo: ['part', ...supply],
      }),
      inZones(
        {},
        result('bent', 'follows, but wrongly', 'Worn, leaking, or its ground or feed is bad.', {
          pointsTo: ['part', ...supply],
        }),
      ),
    ],
  },
};
