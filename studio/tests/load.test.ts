import { ref } from 'vue'
import { beforeEach, expect, it } from 'vitest'
import { Refusal } from '../src/api/client'
import { useLoad } from '../src/composables/useLoad'
import { useToast } from '../src/composables/useToast'

const toast = useToast()
beforeEach(() => toast.clear())
const away = (): Promise<string> => Promise.reject(new Refusal(0, 'away', 'It can’t be reached.'))

it('tells why in its place while nothing stands, and comes when asked again', async () => {
  const value = ref<string | null>(null)
  let ask = away
  const { failed, load } = useLoad(value, () => ask())
  await load()
  expect([value.value, failed.value, toast.current.value]).toEqual([null, 'It can’t be reached.', null])
  ask = () => Promise.resolve('a')
  await load()
  expect([value.value, failed.value]).toEqual(['a', ''])
})

it('keeps what stands where only its newest state can’t come, and says so once until it comes', async () => {
  const value = ref<string | null>(null)
  let ask = (): Promise<string> => Promise.resolve('a')
  const { load } = useLoad(value, () => ask())
  await load()
  const saidAtFoot = async (next: () => Promise<string>): Promise<string> => {
    ask = next
    toast.clear()
    await load()
    return toast.current.value?.text ?? ''
  }
  expect(await saidAtFoot(away)).toBe('It can’t be reached.')
  expect(await saidAtFoot(away)).toBe('')
  expect(await saidAtFoot(() => Promise.resolve('b'))).toBe('')
  expect(await saidAtFoot(away)).toBe('It can’t be reached.')
  expect(value.value).toBe('b')
})

it('never lets something else stand under a name it isn’t of', async () => {
  const value = ref<string | null>(null)
  const site = ref('one')
  let ask = (): Promise<string> => Promise.resolve(site.value)
  const { failed, load } = useLoad(
    value,
    () => ask(),
    () => site.value,
  )
  await load()
  site.value = 'two'
  ask = away
  await load()
  expect([value.value, failed.value]).toEqual([null, 'It can’t be reached.'])
})

it('lets an answer go that was overtaken, and a refusal too', async () => {
  const value = ref<string | null>(null)
  const site = ref('one')
  const waiting: (() => void)[] = []
  const { failed, load } = useLoad(
    value,
    () => {
      const mine = site.value
      return new Promise<string>((resolve, reject) => {
        waiting.push(() => (mine === 'bad' ? reject(new Refusal(0, 'x', 'Away.')) : resolve(mine)))
      })
    },
    () => site.value,
  )
  const all = ['one', 'bad', 'two'].map((name) => {
    site.value = name
    return load()
  })
  waiting.reverse().forEach((go) => go())
  await Promise.all(all)
  expect([value.value, failed.value]).toEqual(['two', ''])
})
