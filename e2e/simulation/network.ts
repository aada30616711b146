import type { Answer } from '@probe-trail/core/outbox';
import type { TrailEvent } from '@probe-trail/core/trail';

export type Fault = 'none' | 'lostOnTheWay' | 'answerLost' | 'twice' | 'oldOneAgain';
export const faults: readonly Fault[] = ['none', 'none', 'none', 'lostOnTheWay', 'answerLost', 'twice', 'oldOneAgain'];

/** A way to the server on which requests are lost, answers are lost, requests come twice, and old ones come late. */
export class Network {
  isCut = false;
  readonly #sent: string[] = [];

  constructor(
    readonly url: string,
    readonly cookie: string,
    readonly nextFault: () => Fault,
  ) {}

  async append(trailId: string, events: readonly TrailEvent[]): Promise<Answer> {
    const fault = this.isCut ? 'lostOnTheWay' : this.nextFault();
    if (fault === 'lostOnTheWay') return { kind: 'unanswered' };
    const body = JSON.stringify({ events });
    const late = this.#sent[Math.floor(this.#sent.length / 2)];
    if (fault === 'oldOneAgain' && late !== undefined) await this.#post(trailId, late);
    if (fault === 'twice') await this.#post(trailId, body);
    const answer = await this.#post(trailId, body);
    this.#sent.push(body);
    return fault === 'answerLost' ? { kind: 'unanswered' } : answer;
  }

  async #post(trailId: string, body: string): Promise<Answer> {
    const headers = { cookie: this.cookie, 'content-type': 'application/json' };
    const answer = await fetch(`${this.url}/api/trails/${trailId}/events`, { method: 'POST', headers, body }).catch(
      () => undefined,
    );
    if (!answer) return { kind: 'unanswered' };
    const text = await answer.text().catch(() => '');
    if (answer.ok) return { kind: 'taken' };
    return answer.status === 409 ? { kind: 'refused', message: text } : { kind: 'unanswered' };
  }

  /** The events that the server has; `undefined` where nobody answers. */
  async events(trailId: string): Promise<readonly TrailEvent[] | undefined> {
    if (this.isCut) return undefined;
    const answer = await fetch(`${this.url}/api/trails/${trailId}`, { headers: { cookie: this.cookie } }).catch(
      () => undefined,
    );
    if (!answer) return undefined;
    if (answer.status === 404) return [];
    const body = (await answer.json()) as { readonly events: readonly TrailEvent[] };
    return body.events;
  }
}
