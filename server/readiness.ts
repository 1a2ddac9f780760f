let state: 'beginning' | 'ready' | 'ending' = 'beginning'

/** Whether this process has begun all that it does, and is not ending. */
export const isReady = (): boolean => state === 'ready'

export function moveTo(next: 'ready' | 'ending'): void {
  // what ends does not begin again
  if (state !== 'ending') state = next
}
