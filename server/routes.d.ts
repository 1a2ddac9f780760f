declare module '#kept/routes' {
  import type { FiledRoute } from '~~/server/openapi'

  /** Every route of our own API; the build lists them (`nuxt.config.ts`). */
  export const routes: FiledRoute[]
}
