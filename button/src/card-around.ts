/** What the card listens to around it, until it leaves with its door. */

/** `back`: the visitor is here again after going through; `keyboard`: how much of the window it takes. */
export function around(back: () => void, keyboard: (px: number) => void): () => void {
  const end = new AbortController()
  const { signal } = end
  const seen = visualViewport
  document.addEventListener('visibilitychange', back, { signal })
  addEventListener('focus', back, { signal })
  seen?.addEventListener('resize', () => keyboard(Math.max(0, innerHeight - seen.height - seen.offsetTop)), {
    signal,
  })
  return () => end.abort()
}
