// Installs what is missing and builds everything, when a source has changed since the last build.
import { setUp } from './setup.mjs'

await setUp()
