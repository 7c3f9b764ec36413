/** A site's desk as the server sends it: doors, their parts, and which sentence each part belongs to. */
import type { Schemas } from './client'

export type Door = Schemas['DoorOut']
export type Desk = Schemas['DeskOut']
/** A part of a door; the server lists them, nothing here does. */
export type Part = Exclude<keyof Schemas['DoorSome'], undefined>
export type Parts = Pick<Door, Part>

export const partNames = (desk: Desk): Part[] => Object.keys(desk.sentences) as Part[]
