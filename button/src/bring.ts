/** Brings one of our files that loads only where it is needed, from beside the card's own. */
export const bring = <T>(name: string): Promise<T> =>
  import(/* @vite-ignore */ import.meta.url.replace(/[^/]*$/, '') + name) as Promise<T>
