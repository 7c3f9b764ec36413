/** Whether a nudge can be seen at all beside a card that opens by itself (core's `nudge_comes_late`). */
import type { Parts } from '../api/desk'

export const nudgeComesLate = ({
  arrives,
  nudge,
  opens_itself: opens,
}: Pick<Parts, 'arrives' | 'nudge' | 'opens_itself'>): boolean =>
  !!nudge.on &&
  !!opens.on &&
  opens.seconds != null &&
  !opens.pages?.length &&
  (opens.page ?? 1) <= (nudge.page ?? 1) &&
  (arrives.seconds ?? 0) + (nudge.after_seconds ?? 20) >= opens.seconds
