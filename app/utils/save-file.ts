/** Has the browser keep a file where its reader has downloads. */
export function saveFile(file: Blob, name: string): void {
  const address = URL.createObjectURL(file)
  Object.assign(document.createElement('a'), { href: address, download: name }).click()
  // what was begun to be saved still reads from it
  setTimeout(() => URL.revokeObjectURL(address), 60_000)
}
