import ts from 'typescript'
import type { Contract } from '../contract/contract'
import type { Skeleton, SkeletonInput } from '../languages/source'
import type { SourceSet } from '../read/source/source-set'
import { bareName } from '../release/manifest'
import { pascalOf } from './class-name'
import { afterModel } from './custom-element'
import { plainElement, switchName } from './plain-element'
import { mannerOf } from './manner'
import { shapeOf } from './path'
import { commonest } from './wish'

/**
 * A custom element after each of the library's that can be followed, the likeliest first, then a plain one.
 */
export function* elementSkeletons({
  sources,
  alike,
  prefix,
  names,
  wish,
}: SkeletonInput): Generator<Skeleton> {
  const shapes = alike.map((entry) =>
    shapeOf(entry.files[0]!, bareName(entry.tag, prefix), pascalOf(bareName(entry.tag, prefix))),
  )
  const shape = commonest(shapes.filter((shape) => shape !== undefined))
  const made = alike.flatMap((model, i) => {
    const files = alike.some((entry) => entry !== model && buildsOn(sources, model, entry))
      ? undefined
      : afterModel(sources, model, prefix, names, wish)
    return files
      ? [
          {
            made: files,
            model,
            base: baseOf(sources, model)?.getText(),
            usual: shapes[i] === shape,
            whole: files[0]!.text.includes(switchName),
            length: files.reduce((sum, file) => sum + file.text.length, 0),
          },
        ]
      : []
  })
  const base = commonest(alike.map((entry) => baseOf(sources, entry)?.getText()))
  // one that stands where most stand and builds on what most build on, then one that shows how a prop is
  // made, then the plainest is the best to begin from
  yield* made
    .sort(
      (a, b) =>
        Number(b.usual) - Number(a.usual) ||
        Number(b.base === base) - Number(a.base === base) ||
        Number(b.whole) - Number(a.whole) ||
        a.length - b.length,
    )
    .slice(0, 6)
  yield {
    made: plainElement(
      mannerOf([...sources.scripts.values()].map((script) => script.text)),
      alike[0]?.files[0],
      names,
      wish,
    ),
    model: undefined,
  }
}

/** What the class of a component extends. */
function baseOf(sources: SourceSet, { files, className }: Contract): ts.Expression | undefined {
  const node = sources.scripts
    .get(files[0]!)
    ?.statements.find(
      (statement): statement is ts.ClassDeclaration =>
        ts.isClassDeclaration(statement) && statement.name?.text === className,
    )
  return node?.heritageClauses?.find(
    (heritageClause) => heritageClause.token === ts.SyntaxKind.ExtendsKeyword,
  )?.types[0]?.expression
}

/** Whether a component is a kind of another: what it offers is mostly that one's. */
function buildsOn(sources: SourceSet, model: Contract, other: Contract): boolean {
  const base = baseOf(sources, model)
  return base !== undefined && ts.isIdentifier(base) && base.text === other.className
}
