import type { Parts } from '../src/api/desk'

/** Every part of a door, as a new one has it. */
export const parts = (more: object = {}): Parts =>
  ({
    says: {},
    also: {},
    looks: { colour: '#5e1f38', shape: 'arch', corner: 'right' },
    pages: [],
    for_whom: {},
    arrives: { seconds: 0 },
    nudge: {},
    opens_itself: {},
    press: {},
    plates: [],
    overrides: [],
    people: [],
    when_nobody: 'away',
    off_duty: 'shown',
    reply_minutes: null,
    takes_notes: true,
    remembers: true,
    ...more,
  }) as unknown as Parts
