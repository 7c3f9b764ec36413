/** How English counts and lists. */
import { countingIn } from '../counting'

export const { counted, list } = countingIn('en-GB')
