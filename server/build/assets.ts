/** The bytes of a data URL, as which pictures and faces are kept. */
export const bytesOf = (address: string): Uint8Array =>
  Buffer.from(address.slice(address.indexOf(',') + 1), 'base64')
