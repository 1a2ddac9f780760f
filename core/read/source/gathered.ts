import ts from 'typescript'
import { walk } from './walk'

/**
 * What a stretch of code holds, each in the order it is written: gathered once a file, sliced for a
 * declaration.
 */
export interface Gathered {
  calls: ts.CallExpression[]
  tagged: ts.TaggedTemplateExpression[]
  assignments: ts.BinaryExpression[]
  /** Uses of names that the file declares or imports at its top. */
  names: ts.Identifier[]
  classes: ts.ClassLikeDeclaration[]
  functions: ts.FunctionDeclaration[]
  /** Objects made by `new`. */
  made: ts.NewExpression[]
  /** Elements written as JSX. */
  elements: (ts.JsxOpeningElement | ts.JsxSelfClosingElement)[]
}

/** Everything of a file, in one walk that serves every question about it. `top` are the names of its top. */
export function gatherFile(file: ts.SourceFile, top: ReadonlyMap<string, unknown>): Gathered {
  const into: Gathered = {
    calls: [],
    tagged: [],
    assignments: [],
    names: [],
    classes: [],
    functions: [],
    elements: [],
    made: [],
  }
  walk(file, (node) => {
    switch (node.kind) {
      case ts.SyntaxKind.Identifier:
        if (
          top.has((node as ts.Identifier).text) &&
          !(ts.isPropertyAccessExpression(node.parent) && node.parent.name === node)
        )
          into.names.push(node as ts.Identifier)
        return false
      case ts.SyntaxKind.CallExpression:
        into.calls.push(node as ts.CallExpression)
        return true
      case ts.SyntaxKind.TaggedTemplateExpression:
        into.tagged.push(node as ts.TaggedTemplateExpression)
        return true
      case ts.SyntaxKind.BinaryExpression:
        if ((node as ts.BinaryExpression).operatorToken.kind === ts.SyntaxKind.EqualsToken)
          into.assignments.push(node as ts.BinaryExpression)
        return true
      case ts.SyntaxKind.ClassDeclaration:
      case ts.SyntaxKind.ClassExpression:
        into.classes.push(node as ts.ClassLikeDeclaration)
        return true
      case ts.SyntaxKind.FunctionDeclaration:
        into.functions.push(node as ts.FunctionDeclaration)
        return true
      case ts.SyntaxKind.NewExpression:
        into.made.push(node as ts.NewExpression)
        return true
      case ts.SyntaxKind.JsxOpeningElement:
      case ts.SyntaxKind.JsxSelfClosingElement:
        into.elements.push(node as ts.JsxOpeningElement | ts.JsxSelfClosingElement)
        return true
      default:
        // types say nothing about what the code does
        return !ts.isTypeNode(node) || node.kind === ts.SyntaxKind.ExpressionWithTypeArguments
    }
  })
  return into
}

/** What of it lies inside a node. */
export const gatheredIn = (all: Gathered, node: ts.Node): Gathered => new Part(all, node)

/** What of a file lies inside a node, each kind cut out when it is asked for. */
class Part implements Gathered {
  private readonly cut: Partial<Gathered> = {}
  constructor(
    private readonly all: Gathered,
    private readonly node: ts.Node,
  ) {}
  get calls() {
    return (this.cut.calls ??= inside(this.all.calls, this.node))
  }
  get tagged() {
    return (this.cut.tagged ??= inside(this.all.tagged, this.node))
  }
  get assignments() {
    return (this.cut.assignments ??= inside(this.all.assignments, this.node))
  }
  get names() {
    return (this.cut.names ??= inside(this.all.names, this.node))
  }
  get classes() {
    return (this.cut.classes ??= inside(this.all.classes, this.node))
  }
  get made() {
    return (this.cut.made ??= inside(this.all.made, this.node))
  }
  get elements() {
    return (this.cut.elements ??= inside(this.all.elements, this.node))
  }
  get functions() {
    return (this.cut.functions ??= inside(this.all.functions, this.node))
  }
}

/** Those of a list, in order of writing, that lie inside a node. */
function inside<N extends ts.Node>(list: N[], node: ts.Node): N[] {
  let low = 0
  let high = list.length
  while (low < high) {
    const middle = (low + high) >> 1
    if (list[middle]!.pos < node.pos) low = middle + 1
    else high = middle
  }
  const found: N[] = []
  for (let i = low; i < list.length && list[i]!.pos < node.end; i++)
    if (list[i]!.end <= node.end) found.push(list[i]!)
  return found
}
