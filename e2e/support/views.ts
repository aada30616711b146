import { addEvents, opening, trailAt } from './trailAt.js';
import { send, type User } from './user.js';

/** Address, what is seen once it is there, and what is pressed first. */
export const views: Readonly<Record<string, readonly [path: string, sign: string, ...presses: string[]]>> = {
  'the board': ['/', 'in the workshop'],
  'a job': ['/jobs/job-fg-14', 'History'],
  'a repair': ['/jobs/job-fg-11', 'Record the repair'],
  'a proof': ['/jobs/job-fg-06', 'Record how it was tried', 'Try it out'],
  'an account': ['/jobs/job-fg-10-fan/account', 'What we checked'],
  'the figures of an account': ['/jobs/job-fg-12-coolant/account', 'Correction', 'for the next technician'],
  'checking in': ['/jobs/new', 'Lamps and messages seen'],
  'code sheets': ['/jobs/job-fg-06/codes', 'Every unit'],
  'what codes share': ['/jobs/job-fg-14/codes', 'What they have in common'],
  'codes by hand': ['/jobs/job-fg-14/codes/new?from=hand', 'Keep this sheet'],
  'live values': ['/jobs/job-fg-06/live', 'Reset min and max'],
  'the actuators': ['/jobs/job-fg-14/actuators', 'Stop all on this vehicle'],
  'the import of a log': ['/jobs/job-fg-06/recordings/new', 'Choose a file'],
  'bringing in a capture': ['/jobs/job-fg-06/captures/new', 'Choose a file'],
  'the watch': ['/jobs/job-fg-14/watch', 'silent from the start'],
  'what is dead together': ['/jobs/job-fg-09/dead', 'Fuses, by test light'],
  'a circuit': ['/circuits/loper-35', 'Choose where the leads are'],
  'the circuits': ['/library?part=circuits', 'Loper 35, the whole bus'],
  'choosing a plan': ['/jobs/job-fg-07/plans', 'Follow this plan'],
  'the vehicles': ['/vehicles', 'FG-14'],
  'a vehicle': ['/vehicles/fg-09', 'Codes over time'],
  search: ['/search?words=fan', 'Parts and pins'],
  preferences: ['/me', 'Sign out everywhere'],
  'the people': ['/people', 'Sam Quill'],
  'the workshop': ['/workshop', 'Name of the workshop'],
  'the trails': ['/trails', 'Under way'],
  'the plan library': ['/plans', 'Radiator fan never runs'],
  'the library': ['/library', 'Step blocks'],
  'a plan': ['/plans/radiator-fan', 'What it can find'],
  'a step': ['/trails/fg-03-coolant', 'Voltage on the sensor’s signal wire'],
  'a state gate': ['/trails/fg-07-fan', 'First, on the vehicle'],
  'a conclusion': ['/trails/fg-11-fan', 'Root cause'],
  'a sweep': ['/trails/axe-sweep', 'pedal travel'],
  siblings: ['/trails/axe-siblings', 'front M45'],
  'a count': ['/trails/axe-count', 'Start the clock'],
  'a change': ['/trails/axe-change', 'It should fall'],
  'a curve': ['/trails/axe-curve', 'Lowest while cranking'],
  'a drive': ['/trails/axe-drive', 'The drive that is judged'],
  'readings on a capture': ['/trails/axe-capture', 'Bring in a file'],
  'losses that are watched': ['/trails/axe-losses', 'silent from the start'],
  'what is asked at the start': ['/trails/axe-inputs', 'Before you begin'],
  'the instruments': ['/instruments', 'Meter 1'],
  'a record': ['/trails/fg-11-fan/record', 'Accepted by'],
  'the editor': ['/plans/radiator-fan/edit?part=steps&step=groundDrop', 'Outcomes'],
  'the suspects': ['/plans/radiator-fan/edit?part=suspects', 'Add a suspect'],
  'the conclusions': ['/plans/radiator-fan/edit?part=conclusions', 'Add a conclusion'],
  'the part cards': ['/plans/radiator-fan/edit?part=cards', 'Add a connector'],
  'the plan check': ['/plans/radiator-fan/edit?part=findings', 'finds nothing'],
  'suspects against outcomes': ['/plans/radiator-fan/edit?part=matrix', 'points to'],
  'the versions of a plan': ['/plans/radiator-fan/versions', 'Version 1'],
  'what the bay found': ['/lessons', 'Repaired in vain'],
  'what the bay found with a plan': ['/plans/radiator-fan/lessons', 'Which cause it was'],
  'a draft being tried': ['/plans/radiator-fan/try', 'Only tried'],
  'the current paths': ['/plans/radiator-fan/edit?part=paths', 'Allowed drop, V'],
  'an open trail': ['/trails/fg-08-lamps', 'To be tested'],
  'where on the wire': ['/trails/axe-wire', 'the supply comes first', 'Where on the wire'],
  'a test of one’s own': ['/trails/fg-08-lamps', 'Test it now', 'Add a test', 'A number'],
  'an experiment': ['/trails/fg-08-lamps', 'Which experiment', 'Add a test', 'An experiment'],
  'who may be the cause': ['/trails/fg-08-lamps', 'Or from a part card', 'Add a suspect'],
  'a new vehicle': ['/vehicles/new', 'Fleet number'],
};

/** Brings the demo world to where every view can be looked at. */
export async function prepareViews(url: string): Promise<void> {
  await send(url, 'POST', '/api/plans/radiator-fan/draft');
  for (const [trailId, planId, stepId] of [
    ['axe-sweep', 'accelerator-pedal', 'sweep1'],
    ['axe-siblings', 'saloon-blower', 'motors'],
    ['axe-count', 'passenger-door', 'move'],
    ['axe-change', 'passenger-door', 'press'],
    ['axe-curve', 'slow-cranking', 'crank'],
    ['axe-wire', 'radiator-fan', 'rest'],
  ] as const)
    await trailAt(url, trailId, planId, stepId);
  await trailAt(url, 'axe-drive', 'wheel-speeds', 'drive', { jobId: 'job-fg-13-slip', fleetNumber: 'FG-13' });
  await trailAt(url, 'axe-capture', 'door-motors', 'motors', { jobId: 'job-fg-01', fleetNumber: 'FG-01' });
  await trailAt(url, 'axe-losses', 'silent-controllers', 'watch', { jobId: 'job-fg-14', fleetNumber: 'FG-14' });
  await addEvents(url, 'axe-inputs', [opening('slow-cranking')]);
}

/** Waits until a view stands there after its window became another size: on a phone a reading is opened when one is ready. */
export const seenAt = async ({ page }: User, sign: string): Promise<void> => {
  const isSeen = (wanted: string) => {
    const text = document.body.innerText.replace(/\s+/g, ' ');
    return text.includes(wanted) || text.includes('Ready to measure');
  };
  await page.waitForFunction(isSeen, {}, sign);
};

/** Waits until nothing moves any more: what is placed by script, such as a mark behind the chosen word, follows its page late. */
export const standsStill = async ({ page }: User): Promise<void> => {
  const places = () =>
    page.evaluate(() =>
      [...document.querySelectorAll('body *')]
        .map((element) => {
          const { x, y, width, height } = element.getBoundingClientRect();
          return [x, y, width, height].join(' ');
        })
        .join('\n'),
    );
  let before = await places();
  for (let tries = 0; tries < 40; tries += 1) {
    await new Promise((resolve) => setTimeout(resolve, 60));
    const now = await places();
    if (now === before) return;
    before = now;
  }
  throw new Error('the page still moves after 40 looks');
};
