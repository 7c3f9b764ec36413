/**
 * The last net: what nobody nearer caught is said at the foot of the screen, so that no press fails without a
 * word. Whatever is not a refusal is reported to the browser too, for whoever mends it.
 */
import type { App } from 'vue'
import { Refusal } from '../api/client'
import { words } from '../words/app'
import { useToast } from './useToast'

const isOfFiles = (error: unknown): boolean =>
  error instanceof Error && /dynamically imported module|preload CSS/i.test(error.message)

/** The sentence for something that was thrown. */
export const netted = (error: unknown): string =>
  error instanceof Refusal ? error.message : isOfFiles(error) ? words.partMissing : words.unforeseen

export function lastNet(app: App): void {
  const toast = useToast()
  function take(error: unknown): void {
    toast.say(netted(error))
    if (!(error instanceof Refusal)) reportError(error)
  }
  app.config.errorHandler = take
  addEventListener('unhandledrejection', (event) => {
    event.preventDefault()
    take(event.reason)
  })
}
