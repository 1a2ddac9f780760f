import { autoTheme, type Condition } from '~~/core/tokens/condition'

/** The names that a region may wear: those of themes, and whichever comes in by itself where one does. */
export const namesToWear = (
  themes: readonly { name: string; when?: Condition | null | undefined }[],
): string[] => [...themes.map(({ name }) => name), ...(themes.some(({ when }) => when) ? [autoTheme] : [])]
