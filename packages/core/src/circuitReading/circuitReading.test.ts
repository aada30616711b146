import { readFileSync } from 'node:fs';
import { expect } from 'chai';
import { type Circuit, faultId, readCircuit } from '../circuit/index.js';
import { type Plan, readPlanFile, type Step, type StepReading } from '../plan/index.js';
import type { Spec } from '../spec/index.js';
import { askOfStep, readingByCircuit } from './index.js';

const demo = (path: string) => readFileSync(new URL(`../../../../demo/${path}`, import.meta.url), 'utf8');

function busCircuit(): Circuit {
  const read = readCircuit(JSON.parse(demo('circuits/loper-35.circuit.json')));
  if (!read.ok) throw new Error(read.problem);
  return read.value;
}

function planOf(id: string): Plan {
  const read = readPlanFile(demo(`plans/${id}.plan.json`));
  if (!read.ok) throw new Error(`${id} is no plan`);
  return read.value.plan;
}

const bus = busCircuit();
const fan = planOf('radiator-fan');

function stepOf(plan: Plan, stepId: string): readonly [Step, StepReading] {
  const step = plan.steps.find(({ id }) => id === stepId);
  const reading = step?.readings[0];
  if (!step || !reading) throw new Error(`${plan.id} has no step ${stepId} with a reading`);
  return [step, reading];
}

function said(
  plan: Plan,
  stepId: string,
  change: (step: Step, reading: StepReading) => readonly [Step, StepReading] = (...same) => same,
) {
  const ask = askOfStep(bus, ...change(...stepOf(plan, stepId)));
  if (!ask.ok) throw new Error(ask.problem);
  const found = readingByCircuit(bus, ask.value);
  if (!found.ok) throw new Error(found.problem);
  return found.value;
}

const withSpec =
  (spec: Spec) =>
  (step: Step, reading: StepReading): readonly [Step, StepReading] => [step, { ...reading, spec }];

describe('what a circuit says of a reading', () => {
  it('is the voltage at the fan relay, with the faults that its limits find', () => {
    const { healthy, band, failedShare, found } = said(fan, 'fuse31');
    expect(healthy).to.be.closeTo(12.697, 0.01);
    expect(band.least).to.be.at.most(healthy);
    expect(band.most).to.be.at.least(healthy);
    expect(failedShare).to.equal(0);
    expect(found.map(({ fault }) => faultId(fault))).to.include.members(['open F31', 'open MF2']);
  });

  it('is in the unit of the limits: ohms of a coil in kΩ', () => {
    const { healthy } = said(fan, 'coilOhms', withSpec({ kind: 'band', unit: 'kΩ', min: 0.06, max: 0.12 } as Spec));
    expect(healthy).to.be.closeTo(0.085, 0.001);
  });

  it('says which share of healthy vehicles limits fail that are too tight', () => {
    const tight = said(fan, 'coilOhms', withSpec({ kind: 'band', unit: 'Ω', min: 84, max: 86 } as Spec));
    expect(tight.failedShare).to.be.within(0.6, 1);
    const wide = said(fan, 'coilOhms', withSpec({ kind: 'band', unit: 'Ω', min: 60, max: 120 } as Spec));
    expect(wide.failedShare).to.equal(0);
  });

  it('says which faults limits miss that are too wide', () => {
    const ids = ({ missed }: ReturnType<typeof said>) => missed.map(({ fault }) => faultId(fault));
    const wide = said(fan, 'fuse31', withSpec({ kind: 'band', unit: 'V', min: 5, max: 15 } as Spec));
    const tight = said(fan, 'fuse31', withSpec({ kind: 'band', unit: 'V', min: 12.4, max: 12.9 } as Spec));
    expect(ids(wide)).to.include.members(['weak BAT 11.684 0.048']);
    expect(ids(tight)).to.not.include('weak BAT 11.684 0.048');
  });

  it('cannot be had of what is no voltage and no resistance between two points', () => {
    const problem = (stepId: string, change: Parameters<typeof said>[2] = (...same) => same) => {
      const ask = askOfStep(bus, ...change(...stepOf(fan, stepId)));
      return ask.ok ? 'asked' : ask.problem;
    };
    expect(problem('look')).to.include('Only limits that stand in the plan');
    expect(problem('command')).to.include('DC volts and ohms');
    const elsewhere = (step: Step, reading: StepReading): readonly [Step, StepReading] => [
      {
        ...step,
        hookUp: step.hookUp && {
          ...step.hookUp,
          leads: step.hookUp.leads.map((lead) => ({
            ...lead,
            at: { kind: 'pin', connectorId: 'C99', pin: '1' } as const,
          })),
        },
      },
      reading,
    ];
    expect(problem('fuse31', elsewhere)).to.equal('The circuit has no pin C99.1.');
  });

  it('says which states the circuit does not know', () => {
    const [step, reading] = stepOf(fan, 'fuse31');
    const ask = askOfStep(
      bus,
      { ...step, needs: [{ what: 'moon', is: 'full', does: 'check', settleSeconds: null }] },
      reading,
    );
    expect(ask.ok && ask.value.notKnown).to.deep.equal(['moon: full']);
  });
});
