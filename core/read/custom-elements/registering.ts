import ts from 'typescript'
import { assignedValue, declarationOf, valueOfDeclaration } from '../source/declarations'
import type { SourceSet } from '../source/source-set'
import { unwrap } from '../source/nodes'
import type { ClassNode } from './lineage'
import { namesOf } from './statics'

/** A call that a module makes when it is loaded, and the classes that what it is handed leads to. */
interface Handing {
  call: ts.CallExpression
  classes: ReadonlySet<ts.Node>
}

/** Names that one finds through are followed so far: `list` → `[definition]` → `compose(Class)` → `Class`. */
const deepest = 4

/**
 * Finds the call that registers a class whose tag is known from elsewhere: one that a module makes when it is
 * loaded, and that is handed the class or something made of it. A call that says so by its name goes before
 * others, and one for the class alone before one for many.
 */
export class Registering {
  private known: Handing[] | undefined

  constructor(private readonly sources: SourceSet) {}

  /** Of all files; gathered when they are asked for, which few libraries make necessary. */
  private get handings(): Handing[] {
    return (this.known ??= [...this.sources.scripts.values()].flatMap((file) =>
      this.sources.once(`handings ${file.fileName}`, [file.fileName], () => this.handingsIn(file)),
    ))
  }

  callFor(node: ClassNode): ts.CallExpression | undefined {
    const says = ({ call }: Handing) => Number(/define|register/i.test(nameOfCallee(call)))
    return this.handings
      .filter(({ classes }) => classes.has(node))
      .sort((a, b) => says(b) - says(a) || a.classes.size - b.classes.size)[0]?.call
  }

  private handingsIn(file: ts.SourceFile): Handing[] {
    return file.statements.flatMap((statement) => {
      const call = ts.isExpressionStatement(statement) ? assignedValue(statement.expression) : undefined
      if (!call || !ts.isCallExpression(call) || isOfBuiltIn(call)) return []
      const classes = new Set<ts.Node>()
      this.follow(call, classes, new Set(), 0)
      return classes.size ? [{ call, classes }] : []
    })
  }

  /** Gathers the classes that the names in an expression lead to. */
  private follow(node: ts.Node, classes: Set<ts.Node>, seen: Set<ts.Node>, depth: number): void {
    if (seen.has(node) || depth > deepest) return
    seen.add(node)
    const visit = (inner: ts.Node): void => {
      if (ts.isIdentifier(inner)) this.followName(inner, classes, seen, depth)
      // what a function does when it is called later is none of this call's doing
      else if (!ts.isFunctionLike(inner)) ts.forEachChild(inner, visit)
    }
    visit(node)
  }

  private followName(name: ts.Identifier, classes: Set<ts.Node>, seen: Set<ts.Node>, depth: number): void {
    if (ts.isPropertyAccessExpression(name.parent) && name.parent.name === name) return
    const found = declarationOf(this.sources, name)
    if (!found) return
    if (ts.isClassLike(found)) return void classes.add(found)
    const value = valueOfDeclaration(found)
    if (value && ts.isClassExpression(assignedValue(value))) return void classes.add(assignedValue(value))
    if (value) return this.follow(value, classes, seen, depth + 1)
    const later = this.sources
      .gather(name.getSourceFile())
      .classes.find((node) => namesOf(node).has(name.text))
    if (later) classes.add(later)
  }
}

const nameOfCallee = ({ expression }: ts.CallExpression): string => {
  const callee = unwrap(expression)
  return ts.isPropertyAccessExpression(callee) ? callee.name.text : callee.getText()
}

/** `Object.defineProperty(Class, …)` and the like register nothing; nor do the helpers of compilers. */
const isOfBuiltIn = (call: ts.CallExpression): boolean =>
  /^(Object|Reflect|console|__\w+)\b/.test(call.expression.getText())
