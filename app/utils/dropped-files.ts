/** A file on its way into a library, by the path it will have there. */
export interface PathedFile {
  path: string
  content: File
}

/** What was dropped on a page, whether files or folders. */
export const entriesOf = (event: DragEvent): FileSystemEntry[] =>
  [...(event.dataTransfer?.items ?? [])]
    .map((item) => item.webkitGetAsEntry())
    .filter((entry) => entry !== null)

export const isFileEntry = (entry: FileSystemEntry): entry is FileSystemFileEntry => entry.isFile

export const isArchive = (name: string): boolean => /\.(zip|tgz|tar\.gz)$/i.test(name)

export const fileOf = (entry: FileSystemFileEntry): Promise<File> =>
  new Promise((resolve, reject) => entry.file(resolve, reject))

/** Every file in what was dropped; a folder that was dropped alone is the library, and not a folder in it. */
export async function filesInAll(entries: FileSystemEntry[]): Promise<PathedFile[]> {
  const inEach = entries.map((entry) =>
    filesIn(entry, entries.length === 1 || entry.isFile ? '' : `${entry.name}/`),
  )
  return (await Promise.all(inEach)).flat()
}

async function filesIn(entry: FileSystemEntry, at: string): Promise<PathedFile[]> {
  if (isFileEntry(entry)) return [{ path: `${at}${entry.name}`, content: await fileOf(entry) }]
  const inner = (await entriesInside(entry as FileSystemDirectoryEntry)).filter(
    ({ name }) => name !== 'node_modules' && name !== '.git',
  )
  const inEach = inner.map((inside) => filesIn(inside, inside.isDirectory ? `${at}${inside.name}/` : at))
  return (await Promise.all(inEach)).flat()
}

/** A reader gives a hundred at a time, and none when it is through (File and Directory Entries API, 7.3). */
async function entriesInside(folder: FileSystemDirectoryEntry): Promise<FileSystemEntry[]> {
  const reader = folder.createReader()
  const all: FileSystemEntry[] = []
  for (;;) {
    const some = await new Promise<FileSystemEntry[]>((resolve, reject) =>
      reader.readEntries(resolve, reject),
    )
    if (!some.length) return all
    all.push(...some)
  }
}
