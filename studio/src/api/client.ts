/** The studio's way to the API: typed by the schema, one error for everything that goes wrong. */
import createClient from 'openapi-fetch'
import { businessKey } from './here'
import type { components, paths } from './schema.gen'

export type Schemas = components['schemas']

/** A refusal as a sentence to show. `status` 0 means the server was not reached. */
export class Refusal extends Error {
  constructor(
    readonly status: number,
    readonly code: string,
    says: string,
    readonly field = '',
    readonly body: Record<string, unknown> = {},
  ) {
    super(says)
  }
}

const cookie = (name: string): string =>
  document.cookie
    .split('; ')
    .find((pair) => pair.startsWith(name + '='))
    ?.slice(name.length + 1) ?? ''

const client = createClient<paths>({ baseUrl: '/' })
client.use({
  onRequest({ request }) {
    if (businessKey) request.headers.set('KK-Business', businessKey)
    if (request.method !== 'GET') request.headers.set('X-CSRFToken', cookie('kk_csrf'))
    return request
  },
})

type Answer<T> = { data?: T; error?: unknown; response: Response }

/** The data of an answer; throws a Refusal. */
export async function want<T>(asked: Promise<Answer<T>>): Promise<T> {
  let answer: Answer<T>
  try {
    answer = await asked
  } catch {
    // Whether it is kept and sent later is for whoever keeps it to say.
    throw new Refusal(0, 'offline', 'Kind Knock can’t be reached. Try again once the line is back.')
  }
  if (answer.response.ok) return answer.data as T
  const body = (typeof answer.error === 'object' && answer.error ? answer.error : {}) as Record<
    string,
    unknown
  >
  const says = typeof body.title === 'string' ? body.title : 'That did not work. Try again in a moment.'
  const text = (value: unknown): string => (typeof value === 'string' ? value : '')
  // What one may do has changed meanwhile: whoever shows it looks anew.
  if (['may_not', 'not_a_member', 'step_needed'].includes(text(body.code)))
    dispatchEvent(new CustomEvent('kk:powers'))
  throw new Refusal(answer.response.status, text(body.code), says, text(body.field), body)
}

export const api = client
