import ts from 'typescript'
import { unionOf, type TypeModel } from '../../contract/type'

/** How far into a type its model goes. */
const deepest = 12
/** Objects within objects that are opened; their fields, and the parts of a union, at most. */
const [mostObjects, mostFields, mostParts] = [2, 16, 60]
/** Parts of a type with a name of its own, which tells more than they do where they are many. */
const mostOfName = 40
/** Values of a closed set: each may be a way a component is made to look. */
const mostValues = 150

/** What is asked of the compiler, and of the library, about a type. */
interface Asked {
  checker: ts.TypeChecker
  /** Whether a declaration stands in the library itself. */
  isOwn(symbol: ts.Symbol): boolean
}

/** The model of a type, as far as an editor or a reader can use it; `at` is where it is looked at from. */
export function modelOf(
  asked: Asked,
  type: ts.Type,
  at: ts.Node,
  depth = 0,
  within: readonly ts.Type[] = [],
): TypeModel {
  const { checker } = asked
  const text = (): TypeModel => ({ is: 'other', text: printed(checker, type) })
  // a type that holds itself, or grows for ever, is told by its name from there on
  if (within.includes(type) || depth > deepest) return text()
  const inner = (part: ts.Type) => modelOf(asked, part, at, depth + 1, [...within, type])
  const { flags } = type
  if (flags & ts.TypeFlags.TypeParameter) {
    const base = checker.getBaseConstraintOfType(type)
    return base && base !== type && depth < 4 ? inner(base) : { is: 'other', text: 'unknown' }
  }
  const alias = type.aliasSymbol?.name
  if (alias && nodes.has(alias)) return { is: 'node' }
  const plain = plainModel(checker, type)
  if (plain) return plain
  if (type.isUnion()) {
    const isClosed = type.types.every((part) => part.isLiteral() || part.flags & ts.TypeFlags.Undefined)
    const most = isClosed ? mostValues : alias ? mostOfName : mostParts
    return type.types.length > most || isNamesOfMap(checker, type)
      ? text()
      : unionOf(type.types.map((part) => inner(part)))
  }
  const suggesting = suggestedText(type)
  if (suggesting) return suggesting === type ? { is: 'string' } : inner(suggesting)
  // eslint-disable-next-line @typescript-eslint/no-unnecessary-condition -- some types have no symbol
  const name = type.symbol?.name
  if (name === 'Date') return { is: 'date' }
  if (name === 'Function') return { is: 'function' }
  if (name && nodes.has(name)) return { is: 'node' }
  const element = checker.isArrayType(type)
    ? checker.getTypeArguments(type as ts.TypeReference)[0]
    : undefined
  if (element) return { is: 'list', of: inner(element) }
  if (!(flags & ts.TypeFlags.Object)) return text()
  if (type.getCallSignatures().length > 0)
    return type.getProperties().length === 0 ? { is: 'function' } : text()
  return isOpened(asked, type, within) ? openedObject(checker, type, at, inner) : text()
}

/**
 * The names of all there is of something, such as elements of a page (`keyof HTMLElementTagNameMap`): no
 * ways to look.
 */
const isNamesOfMap = (checker: ts.TypeChecker, type: ts.UnionType): boolean =>
  type.types.length > mostOfName && printed(checker, type).startsWith('keyof ')

/** What is plain to see of a type. */
function plainModel(checker: ts.TypeChecker, type: ts.Type): TypeModel | undefined {
  const { flags } = type
  if (flags & ts.TypeFlags.Any) return { is: 'other', text: 'any' }
  if (flags & ts.TypeFlags.Unknown) return { is: 'other', text: 'unknown' }
  if (type.isStringLiteral() || type.isNumberLiteral()) return { is: 'literal', value: type.value }
  if (flags & ts.TypeFlags.BooleanLiteral)
    return { is: 'literal', value: checker.typeToString(type) === 'true' }
  if (flags & ts.TypeFlags.StringLike && !(flags & ts.TypeFlags.TemplateLiteral)) return { is: 'string' }
  if (flags & ts.TypeFlags.NumberLike) return { is: 'number' }
  if (flags & ts.TypeFlags.Boolean) return { is: 'boolean' }
  if (flags & ts.TypeFlags.Null) return { is: 'null' }
  if (flags & ts.TypeFlags.Undefined) return { is: 'undefined' }
  return flags & ts.TypeFlags.Void ? { is: 'void' } : undefined
}

/**
 * The plain type in one that only keeps an editor's suggestions beside it: `string & {}`, and
 * `Omit<string, …>`, which is itself, and has what a text has.
 */
function suggestedText(type: ts.Type): ts.Type | undefined {
  if (type.isIntersection())
    return type.types.find((part) => part.flags & (ts.TypeFlags.String | ts.TypeFlags.Number))
  const isLikeText =
    type.flags & ts.TypeFlags.Object &&
    type.getNumberIndexType() &&
    ['charAt', 'toLowerCase', 'codePointAt'].every((text) => type.getProperty(text))
  return isLikeText ? type : undefined
}

/** Whether an object is told by its fields, and not by its name. */
function isOpened(asked: Asked, type: ts.Type, within: readonly ts.Type[]): boolean {
  const { checker } = asked
  const { length } = type.getProperties()
  // that it is a list, or may be left out, is no step deeper
  const objectsAround = within.filter(
    (outer) => outer.flags & ts.TypeFlags.Object && !checker.isArrayType(outer),
  )
  return (
    objectsAround.length < mostObjects &&
    length > 0 &&
    length <= mostFields &&
    // eslint-disable-next-line @typescript-eslint/no-unnecessary-condition -- some types have no symbol
    !!type.symbol &&
    (type.symbol.name === '__type' || asked.isOwn(type.symbol)) &&
    !type.getStringIndexType()
  )
}

function openedObject(
  checker: ts.TypeChecker,
  type: ts.Type,
  at: ts.Node,
  inner: (part: ts.Type) => TypeModel,
): TypeModel {
  const name = type.aliasSymbol?.name ?? type.symbol.name
  return {
    is: 'object',
    ...(name.startsWith('__') ? {} : { named: name }),
    fields: type.getProperties().map((property) => {
      const optional = !!(property.flags & ts.SymbolFlags.Optional)
      const own = checker.getTypeOfSymbolAtLocation(property, at)
      return { name: property.name, optional, type: inner(optional ? checker.getNonNullableType(own) : own) }
    }),
  }
}

/** Types of what is put into a page: by name, whatever library they come from. */
const nodes = new Set([
  'ReactNode',
  'ReactElement',
  'JSXElement',
  'VNode',
  'VNodeChild',
  'ComponentChildren',
  'Element',
  'HTMLElement',
  'Node',
  'Renderable',
  'TemplateResult',
])

const printed = (checker: ts.TypeChecker, type: ts.Type): string =>
  checker
    .typeToString(
      type,
      undefined,
      ts.TypeFormatFlags.NoTruncation |
        ts.TypeFormatFlags.UseSingleQuotesForStringLiteralType |
        ts.TypeFormatFlags.UseAliasDefinedOutsideCurrentScope |
        ts.TypeFormatFlags.InTypeAlias,
    )
    .replace(/\s+/g, ' ')
    .slice(0, 600)
