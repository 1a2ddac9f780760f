/** How a component stands in a picture: as on the shelf, or in an example. */
export const situationOf = ({ situation }: { situation: string }): string =>
  situation === '' ? 'as on the shelf' : `“${situation}”`
