/** What is done to a door as a whole: publish, pause, undo. Each says so, and asks the stage again. */
import { ref, type ComputedRef, type Ref } from 'vue'
import { api, Refusal, type Schemas } from '../api/client'
import { isOnASite } from '../logic/standing'
import { useSession } from '../stores/session'
import { deskWords } from '../words/desk'
import { words } from '../words/app'
import type { Desk } from '../api/desk'
import type { DeskState } from './useDesk'
import { useToast } from './useToast'

export interface DoorActs {
  publishing: Readonly<Ref<boolean>>
  publish: (leaveOut?: Schemas['MatterIn'][]) => Promise<void>
  pause: (on: boolean) => Promise<void>
  undo: (again: boolean) => Promise<void>
}

/** Of what is seen on the desk: the door's own. */
export type IsOwn = (change: Schemas['ChangeOut']) => boolean
/** Of what is seen where answers are written. */
export const isOfAnswers: IsOwn = ({ about, what }) =>
  !!about || ['groups', 'answer_order', 'signposts_order', 'reads'].includes(what)

export function useDoorActs(
  state: DeskState,
  reviews: Ref<boolean>,
  ask: () => unknown,
  isOwn: IsOwn = (change) => change.door === state.door.value?.key,
): DoorActs {
  const { desk, door } = state as {
    desk: Readonly<Ref<Desk | null>>
    door: ComputedRef<DeskState['door']['value']>
  }
  const toast = useToast()
  const session = useSession()
  const publishing = ref(false)
  /**
   * From the desk straight, where only this door changed and nothing is in the way; else the sheet says what
   * goes out.
   */
  async function publish(leaveOut?: Schemas['MatterIn'][]): Promise<void> {
    if (!desk.value || publishing.value || !session.may('doors')) return
    publishing.value = true
    try {
      await state.settle()
      if (!desk.value.changes.length) return
      if (
        !leaveOut &&
        !reviews.value &&
        desk.value.release &&
        desk.value.changes.some((change) => !isOwn(change))
      ) {
        reviews.value = true
        return
      }
      await state.act(
        api.POST('/api/sites/{key}/publish', {
          params: { path: { key: desk.value.site } },
          body: { leave_out: leaveOut ?? [] },
        }),
      )
      reviews.value = false
      const number = desk.value.release?.number ?? 1
      toast.say(
        isOnASite(desk.value) ? words.desk.publishedToast(number) : words.desk.publishedNowhere(number),
      )
      await ask()
    } catch (error) {
      if (!(error instanceof Refusal)) throw error
      // What must be mended stands in the sheet, each with the press that mends it.
      if (error.code === 'blocked' && !reviews.value) reviews.value = true
      else toast.say(error.message)
    } finally {
      publishing.value = false
    }
  }
  async function pause(on: boolean): Promise<void> {
    if (!door.value) return
    await state.act(
      api.POST('/api/doors/{key}/pause', { params: { path: { key: door.value.key } }, body: { paused: on } }),
    )
    toast.say(on ? words.desk.pausedToast : words.desk.resumedToast, () => pause(!on))
    await ask()
  }
  async function undo(again: boolean): Promise<void> {
    const what = again ? desk.value?.redo : desk.value?.undo
    if (!what || !session.may('doors')) return
    try {
      await state.undo(again)
      toast.say(again ? deskWords.undo.redone(what) : deskWords.undo.undone(what), () => undo(!again))
    } catch (error) {
      if (!(error instanceof Refusal)) throw error
      toast.say(error.message)
    }
  }
  return { publishing, publish, pause, undo }
}
