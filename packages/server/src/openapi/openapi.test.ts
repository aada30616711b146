import { closedObject } from '@probe-trail/core/schema';
import { expect } from 'chai';
import Fastify from 'fastify';
import type { Schema } from 'yup';
import { amount, answers, answersNothing, sends, text } from '../answer/index.js';
import { yupValidator } from '../body/yupValidator.js';
import { checkAnswer } from '../testing/checkAnswer.js';
import { openapiPlugin } from './index.js';

const aDescribedServer = async () => {
  const app = Fastify();
  app.setValidatorCompiler<Schema>(yupValidator);
  await app.register(openapiPlugin);
  return app;
};

describe('the description of the server', () => {
  it('refuses a route that does not say what it answers', async () => {
    const app = await aDescribedServer();
    expect(() => app.get('/silent', () => 'something')).to.throw('GET /silent does not say what it answers');
  });

  it('says of each route what it answers, by status and media type, and what where something is wrong', async () => {
    const app = await aDescribedServer();
    app.get('/one', { schema: answers(closedObject({ name: text(), count: amount() })) }, () => ({}));
    app.delete('/one', { schema: answersNothing }, () => undefined);
    app.get('/lines', { schema: sends('application/x-ndjson', closedObject({ name: text() })) }, () => '');
    await app.ready();
    const paths = app.swagger().paths as Record<string, Record<string, { responses: Record<string, object> }>>;
    expect(paths['/one']?.get?.responses[200]).to.have.nested.property(
      'content.application/json.schema.required[1]',
      'count',
    );
    expect(paths['/one']?.delete?.responses[204]).to.not.have.property('content');
    expect(paths['/lines']?.get?.responses[200]).to.have.property('content').with.property('application/x-ndjson');
    expect(paths['/one']?.get?.responses.default).to.have.property('content').with.property('application/problem+json');
  });

  it('is what tests hold answers to: a field too many, one too few, another status, and an answer where none is', async () => {
    const app = await aDescribedServer();
    app.get('/one/:id', { schema: answers(closedObject({ name: text() })) }, () => ({}));
    app.delete('/one/:id', { schema: answersNothing }, () => undefined);
    await app.ready();
    const check = (method: string, status: number, body: unknown, url = '/one/7?x=1') =>
      checkAnswer(app, { method, url, status, body });
    expect(() => check('GET', 200, { name: '' })).to.not.throw();
    expect(() => check('GET', 200, { name: '', more: 1 })).to.throw('additional properties');
    expect(() => check('GET', 200, {})).to.throw("required property 'name'");
    expect(() => check('GET', 201, { name: '' })).to.throw('answers 201, which is not described');
    expect(() => check('GET', 404, { detail: 'no' })).to.throw('answers other than described');
    expect(() => check('DELETE', 204, undefined)).to.not.throw();
    expect(() => check('DELETE', 204, {})).to.throw('answers something');
    expect(() => check('GET', 200, {}, '/two')).to.throw('is not described');
  });
});
