import { commonest } from './wish'

/** How the authors of a library write: what a formatter would be told. */
export interface Manner { indent: string; quote: "'" | '"'; semicolon: boolean }

/** The manner of scripts, by what most of their lines do. */
export function mannerOf(texts: readonly string[]): Manner {
  const lines = texts.flatMap((one) => one.split('\n'))
  const imports = lines.filter((one) => /^(import|export) /.test(one) && /['"];?\s*$/.test(one))
  const code = imports.length ? imports : lines.filter((one) => /['"]/.test(one))
  // the first step in from the margin is the step that is used
  const steps = texts.flatMap((one) => one.split('\n').flatMap((line, i, all) => (/^\S.*[{([]\s*$/.test(line) && /^[ \t]+\S/.test(all[i + 1] ?? '') ? [/^[ \t]+/.exec(all[i + 1]!)![0]] : [])))
  return {
    indent: commonest(steps.filter((one) => one === '\t' || one.length <= 4)) ?? (lines.filter((one) => one.startsWith('\t')).length > lines.filter((one) => one.startsWith('  ')).length ? '\t' : '  '),
    quote: code.filter((one) => one.includes('"')).length > code.filter((one) => one.includes("'")).length ? '"' : "'",
    semicolon: imports.length ? imports.filter((one) => one.trimEnd().endsWith(';')).length * 2 > imports.length : lines.filter((one) => /;\s*$/.test(one)).length * 4 > lines.filter(Boolean).length,
  }
}

/** Text of ours, which is written with two spaces, single quotes and no semicolons, in another manner. Lines that end in `//;` are statements. */
export const inManner = (text: string, { indent, quote, semicolon }: Manner): string =>
  text.split('\n').map((line) => {
    const [, spaces, rest] = /^( *)(.*)$/.exec(line)!
    const statement = rest!.endsWith('//;')
    const said = statement ? rest!.slice(0, -3) : rest!
    const isComment = /^(\/\*|\*|\/\/)/.test(said)
    return `${indent.repeat(spaces!.length >> 1)}${' '.repeat(spaces!.length % 2)}${isComment ? said : said.replaceAll("'", quote)}${statement && semicolon ? ';' : ''}`
  }).join('\n')

/** An import as our text has it. */
export const importLine = (names: readonly string[], from: string): string => `import { ${names.join(', ')} } from '${from}'//;`
