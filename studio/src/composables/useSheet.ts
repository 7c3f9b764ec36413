/** The hand-over sheet as PDF: made by a job, waited for, then opened. */
import { readonly, ref } from 'vue'
import { api, Refusal, want } from '../api/client'
import { fittingWords as say } from '../words/fitting'
import { useToast } from './useToast'

const POLL = 500
const MOST_WAIT = 30_000

export function useSheet(site: () => string) {
  const toast = useToast()
  const isMaking = ref(false)
  const ready = ref('')
  async function make(masked: boolean): Promise<void> {
    // Opened by the press itself, or the browser keeps it shut.
    const tab = window.open('', '_blank')
    isMaking.value = true
    try {
      const path = { key: site() }
      const { number } = await want(
        api.POST('/api/sites/{key}/sheet', { params: { path }, body: { masked } }),
      )
      const end = Date.now() + MOST_WAIT
      while (Date.now() < end) {
        const made = await want(
          api.GET('/api/sites/{key}/sheet/{number}', { params: { path: { ...path, number } } }),
        )
        if (made) {
          ready.value = made.link
          if (tab) tab.location.href = made.link
          return
        }
        await new Promise((go) => setTimeout(go, POLL))
      }
      tab?.close()
      toast.say(say.pdfLate)
    } catch (error) {
      tab?.close()
      if (!(error instanceof Refusal)) throw error
      toast.say(error.message)
    } finally {
      isMaking.value = false
    }
  }
  return { isMaking: readonly(isMaking), ready: readonly(ready), make }
}
