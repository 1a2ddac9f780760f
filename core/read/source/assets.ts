/** Pictures and faces of type, by the endings of their files, with their media types (IANA). */
const mediaTypes: Record<string, string> = {
  png: 'image/png',
  jpg: 'image/jpeg',
  jpeg: 'image/jpeg',
  gif: 'image/gif',
  webp: 'image/webp',
  avif: 'image/avif',
  ico: 'image/x-icon',
  woff: 'font/woff',
  woff2: 'font/woff2',
  ttf: 'font/ttf',
  otf: 'font/otf',
}

/**
 * The media type of a picture or a face of type that scripts and sheets of a library may name; `undefined` of
 * all other files. Such a file is kept as the text of its data URL (RFC 2397).
 */
export const assetType = (path: string): string | undefined =>
  mediaTypes[/\.(\w+)$/.exec(path)?.[1]?.toLowerCase() ?? '']
