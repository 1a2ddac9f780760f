import type { H3Event } from 'h3'
import { settings } from '../config'
import type { Store } from '../store/database'
import type { Library } from '../store/libraries'
import type { Bearer } from '../store/registry-tokens'

/** Bytes of JSON that name a version. */
export const smallBody = 1000

/** One request of a package client, with who it is of and the package it is for. */
export interface Call {
  event: H3Event
  db: Store
  params: string[]
  holder: Bearer | undefined
  library: Library
}
/** Base64 takes a third more than what it stands for; what else is told of a version fits beside it. */
export const publishLimit = (): number => Math.ceil(settings().PACKAGE_LIMIT * 1.4)
