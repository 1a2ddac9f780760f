import { commonest } from './wish'

/** How the authors of a library write: what a formatter would be told. */
export interface Manner {
  indent: string
  quote: "'" | '"'
  semicolon: boolean
}

/** The manner of scripts, by what most of their lines do. */
export function mannerOf(texts: readonly string[]): Manner {
  const lines = texts.flatMap((text) => text.split('\n'))
  const imports = lines.filter((line) => /^(import|export) /.test(line) && /['"];?\s*$/.test(line))
  const code = imports.length ? imports : lines.filter((line) => /['"]/.test(line))
  // the first step in from the margin is the step that is used
  const steps = texts.flatMap((text) =>
    text
      .split('\n')
      .flatMap((line, i, all) =>
        /^\S.*[{([]\s*$/.test(line) && /^[ \t]+\S/.test(all[i + 1] ?? '')
          ? [/^[ \t]+/.exec(all[i + 1]!)![0]]
          : [],
      ),
  )
  return {
    indent:
      commonest(steps.filter((step) => step === '\t' || step.length <= 4)) ??
      (lines.filter((line) => line.startsWith('\t')).length >
      lines.filter((line) => line.startsWith('  ')).length
        ? '\t'
        : '  '),
    quote:
      code.filter((text) => text.includes('"')).length > code.filter((text) => text.includes("'")).length
        ? '"'
        : "'",
    semicolon: imports.length
      ? imports.filter((imported) => imported.trimEnd().endsWith(';')).length * 2 > imports.length
      : lines.filter((line) => /;\s*$/.test(line)).length * 4 > lines.filter(Boolean).length,
  }
}

/**
 * Text of ours, which is written with two spaces, single quotes and no semicolons, in another manner. Lines
 * that end in `//;` are statements.
 */
export const inManner = (text: string, { indent, quote, semicolon }: Manner): string =>
  text
    .split('\n')
    .map((line) => {
      const [, spaces, rest] = /^( *)(.*)$/.exec(line)!
      const statement = rest!.endsWith('//;')
      const said = statement ? rest!.slice(0, -3) : rest!
      const isComment = /^(\/\*|\*|\/\/)/.test(said)
      const start = indent.repeat(spaces!.length >> 1) + ' '.repeat(spaces!.length % 2)
      const quoted = isComment ? said : said.replaceAll("'", quote)
      return `${start}${quoted}${statement && semicolon ? ';' : ''}`
    })
    .join('\n')

/** An import as our text has it. */
export const importLine = (names: readonly string[], from: string): string =>
  `import { ${names.join(', ')} } from '${from}'//;`
