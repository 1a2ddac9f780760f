import { accessibleSchema } from '~~/core/wire'

/** What a browser on the server told assistive technology of a component, kept up while a run goes on. */
export function useAccessible(tag: Ref<string>) {
  const { looked, ...rest } = useLooked(tag, 'accessible', accessibleSchema)
  return { accessible: looked, ...rest }
}
