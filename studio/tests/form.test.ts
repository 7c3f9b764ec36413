import { nextTick, watchEffect } from 'vue'
import { beforeEach, expect, it } from 'vitest'
import { Refusal } from '../src/api/client'
import { useForm, type FormState } from '../src/composables/useForm'
import { useToast } from '../src/composables/useToast'

const toast = useToast()
beforeEach(() => toast.clear())

const refused = (field: string) => (): Promise<never> =>
  Promise.reject(new Refusal(422, 'x', 'That can’t be kept.', field))

it.each<[string, string, (form: FormState) => unknown, boolean]>([
  ['its own box', 'email', (form) => form.at('email'), true],
  ['the place for what belongs to no field', '', (form) => form.at('*'), true],
  ['whatever shows the rest', 'role', (form) => form.elsewhere('email'), true],
  ['a box of another field', 'role', (form) => form.at('email'), false],
  ['only a box, and it belongs to none', '', (form) => form.at('email'), false],
  ['the rest, and its box is not drawn', 'email', (form) => form.elsewhere('email'), false],
  ['nothing', 'email', () => '', false],
])('a refusal is said where it is drawn, else at the foot: %s', async (_, field, draw, isDrawn) => {
  const form = useForm()
  // Drawn anew as a screen is, whenever what it shows changes.
  watchEffect(() => draw(form))
  expect(await form.send(refused(field))).toBeUndefined()
  expect(toast.current.value?.text ?? '').toBe(isDrawn ? '' : 'That can’t be kept.')
  expect(form.busy.value).toBe(false)
  await form.send(() => Promise.resolve(1))
  await nextTick()
  expect(form.at(field || '*')).toBe('')
})
