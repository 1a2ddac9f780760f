/** Numbers that count up whenever something may have changed, for whoever asks for it anew then. */
export function useStamps() {
  const stamps = {
    wordsStamp: ref(0),
    releaseStamp: ref(0),
    /** The icons may be others. */
    iconsStamp: ref(0),
    /** Rules may notice something else. */
    findingsStamp: ref(0),
    /** Pictures were taken or judged, or what they are of changed. */
    picturesStamp: ref(0),
    /** An attempt to publish has come further. */
    publicationsStamp: ref(0),
    /** Somebody came to the staff, left it, or was invited. */
    staffStamp: ref(0),
  }
  const countedBy: Record<keyof typeof stamps, readonly string[]> = {
    wordsStamp: ['words'],
    releaseStamp: ['release', 'desk'],
    iconsStamp: ['icons', 'source'],
    findingsStamp: ['findings', 'tokens', 'source', 'lost'],
    picturesStamp: ['pictures', 'source', 'tokens', 'icons', 'provisions', 'words', 'release', 'lost'],
    publicationsStamp: ['publication', 'release', 'lost'],
    staffStamp: ['staff', 'lost'],
  }
  const names = Object.keys(stamps) as (keyof typeof stamps)[]
  /** Counts up what news are about. */
  function stamp(what: string): void {
    for (const name of names) if (countedBy[name].includes(what)) stamps[name].value++
  }
  return { stamps, stamp }
}
