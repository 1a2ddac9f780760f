import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import ts from 'typescript'
import type { Contract } from '~~/core/contract/contract'
import { CheckedTypes } from '~~/core/read/source/checked-types'
import { SourceSet, type Outside } from '~~/core/read/source/source-set'
import { outsideOf, type Material, type Statement } from './material'

/** What a library's declarations state of the components that were read. */
export function declaredStatements(material: Material, contracts: Contract[]): Statement[] {
  // the declarations themselves as the only files of a set: nothing of the source is there to help
  const root = join(material.folder, material.at)
  const declarations = new Map(
    readdirSync(root, { recursive: true, encoding: 'utf8' })
      .filter((text) => text.endsWith('.d.ts'))
      .map((text) => [text, readFileSync(join(root, text), 'utf8')]),
  )
  const installed = outsideOf(material)
  const within: Outside = (path) =>
    declarations.get(path) ?? declarations.get(path.replace(/^.*?stated\//, '')) ?? installed(path)
  const want = contracts.flatMap((contract) => {
    const path =
      material.states === 'vue-declarations'
        ? `${contract.files[0]!}.d.ts`
        : contract.files[0]!.replace(/\.[jt]sx?$/, '.d.ts')
    return declarations.has(path) ? [{ contract, path }] : []
  })
  const entry = {
    path: 'entry.ts',
    text: want
      .map(
        ({ contract, path }, i) =>
          `import ${contract.exportName === 'default' ? `C${i}` : `{ ${contract.exportName} as C${i} }`} ` +
          `from './${path.replace(/\.d\.ts$/, '')}'\nexport const c${i} = C${i}`,
      )
      .join('\n'),
  }
  const sources = new SourceSet([entry], within)
  const types = new CheckedTypes(sources)
  const { checker } = types
  const at = sources.scripts.get('entry.ts')!
  const constants = new Map(
    at.statements
      .filter(ts.isVariableStatement)
      .map((statement) => [
        statement.declarationList.declarations[0]!.name.getText(),
        statement.declarationList.declarations[0]!,
      ]),
  )
  const isOurs = (symbol: ts.Symbol) =>
    (symbol.declarations ?? []).some((declaration) => declarations.has(declaration.getSourceFile().fileName))
  return want.flatMap(({ contract }, i) => {
    const type = checker.getTypeAtLocation(constants.get(`c${i}`)!)
    const props =
      material.states === 'vue-declarations'
        ? propsOfInstance(checker, type, at)
        : propsOfCall(checker, type, at)
    if (!props) return []
    const all = types.propsOf(props, at)
    const own = all.filter(({ symbol, name }) => isOurs(symbol) && name !== 'ref' && name !== 'key')
    return [
      {
        of: contract.tag,
        names: own.map(({ name, model }) => ({ name, type: model() })),
        also: all.map(({ name }) => name),
      },
    ]
  })
}
function propsOfInstance(checker: ts.TypeChecker, type: ts.Type, at: ts.Node): ts.Type | undefined {
  const made = type.getConstructSignatures()[0]?.getReturnType()
  const props = made && checker.getPropertyOfType(made, '$props')
  return props ? checker.getTypeOfSymbolAtLocation(props, at) : propsOfCall(checker, type, at)
}
function propsOfCall(checker: ts.TypeChecker, type: ts.Type, at: ts.Node): ts.Type | undefined {
  const first = type.getCallSignatures().at(-1)?.getParameters()[0]
  return first && checker.getTypeOfSymbolAtLocation(first, at)
}
