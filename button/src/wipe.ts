/**
 * The owner wants nothing remembered: what was kept before goes, but for the mark of the team's own and
 * a left note, or answers, that have not got through yet.
 */
export const wipe = (): void => {
  try {
    for (const name of Object.keys(localStorage))
      if (/^kk\.(?!ours|note|to-keep)/.test(name)) localStorage.removeItem(name)
  } catch {
    /* nothing can be kept, so nothing was */
  }
}
