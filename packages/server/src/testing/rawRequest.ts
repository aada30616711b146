import { request } from 'node:http';
import { text } from 'node:stream/consumers';

export interface RawAnswer {
  readonly status: number;
  readonly body: string;
}

/** Sends a request whose target goes over the wire as it is, unlike `fetch`, which tidies addresses first. */
export function rawRequest(
  port: number,
  method: string,
  target: string,
  { body, headers = {} }: { readonly body?: string; readonly headers?: Record<string, string> } = {},
): Promise<RawAnswer> {
  return new Promise((resolve, reject) => {
    const sending = request({ port, host: '127.0.0.1', method, path: target, headers, agent: false }, (response) => {
      text(response).then((said) => resolve({ status: response.statusCode ?? 0, body: said }), reject);
    });
    sending.on('error', reject);
    sending.end(body);
  });
}
