import { newPersonSchema } from '@probe-trail/core/person';
import { type NewVehicle, newVehicleSchema } from '@probe-trail/core/vehicle';
import { expect } from 'chai';
import { inBrowser } from '../testing/browser';

const aVehicle: NewVehicle = {
  fleetNumber: '',
  plate: '',
  vin: '',
  lineId: '',
  modelYear: null,
  engine: '',
  inServiceSince: '',
  notOriginal: [],
};

describe('a short form', () => {
  const { hooks } = inBrowser();

  const aForm = async (more: { readonly tidy?: boolean } = {}) => {
    const { useShortForm } = await import('./useShortForm');
    const sent: unknown[] = [];
    const heard: unknown[] = [];
    const { renderHook, act } = hooks();
    const { result } = renderHook(() =>
      useShortForm({
        schema: newPersonSchema,
        initial: { name: '', roles: ['technician'], password: '' },
        onChange: (values) => heard.push(values.name),
        send: (values, reset) => {
          sent.push(values);
          reset();
        },
        ...(more.tidy ? { tidy: (values) => ({ ...values, name: values.name.replace('Mr ', '') }) } : {}),
      }),
    );
    const set = (values: Parameters<typeof result.current.set>[0]) => act(() => result.current.set(values));
    const submit = () => act(async () => result.current.onSubmit());
    return { form: () => result.current, set, submit, sent, heard };
  };

  it('is ready when the schema takes what stands in it, and sends nothing before', async () => {
    const { form, set, submit, sent } = await aForm();
    expect(form().isReady).to.equal(false);
    await submit();
    set({ name: 'Tobi Lunde', password: 'nine char' });
    expect(form().isReady).to.equal(false);
    await submit();
    expect(sent).to.deep.equal([]);
    set({ password: 'ten chars!' });
    expect(form().isReady).to.equal(true);
  });

  it('sends what the schema reads: without spaces around a name, and a password as it is', async () => {
    const { set, submit, sent } = await aForm();
    set({ name: '  Tobi Lunde ', password: ' ten chars! ' });
    await submit();
    expect(sent).to.deep.equal([{ name: 'Tobi Lunde', roles: ['technician'], password: ' ten chars! ' }]);
  });

  it('is as it began once it was sent, where the sender says so', async () => {
    const { form, set, submit } = await aForm();
    set({ name: 'Tobi Lunde', password: 'ten chars!' });
    await submit();
    expect(form().values).to.deep.equal({ name: '', roles: ['technician'], password: '' });
  });

  it('takes no more than the schema: the length of texts, the ends of numbers', async () => {
    const { form } = await aForm();
    expect(form().text('name').maxLength).to.equal(80);
    const { useShortForm } = await import('./useShortForm');
    const { result } = hooks().renderHook(() =>
      useShortForm({ schema: newVehicleSchema, initial: aVehicle, send: () => {} }),
    );
    expect(result.current.number('modelYear')).to.include({ min: 1950, max: 2100 });
  });

  it('says what is wrong with what stands there, also inside a list, and nothing of what is still empty', async () => {
    const { form, set } = await aForm();
    expect(form().problem).to.equal(undefined);
    set({ password: 'short' });
    expect(form().problem).to.equal('A password has at least 10 characters.');
    const { useShortForm } = await import('./useShortForm');
    const long = { ...aVehicle, fleetNumber: 'FG-07', lineId: 'loper-35', notOriginal: ['x'.repeat(201)] };
    const { result } = hooks().renderHook(() =>
      useShortForm({ schema: newVehicleSchema, initial: long, send: () => {} }),
    );
    expect(result.current.isReady).to.equal(false);
    expect(result.current.problem).to.equal('Non-original equipment must be at most 200 characters.');
  });

  it('says every change, and what is tidied is checked and sent in its place', async () => {
    const { set, submit, sent, heard } = await aForm({ tidy: true });
    set({ name: 'Mr ', password: 'ten chars!' });
    await submit();
    expect(sent).to.deep.equal([]);
    set({ name: 'Mr Lunde' });
    await submit();
    expect(sent).to.have.nested.property('[0].name', 'Lunde');
    expect(heard).to.include.members(['Mr ', 'Mr Lunde']);
  });
});
