import ts from 'typescript'
import { membersOf, type Contract } from '../contract/contract'
import { indentOf } from './model-source'
import { switchName } from './plain-element'

/** A prop that is on or off, as a class declares it, and the same called otherwise. */
export interface Switch {
  nodes: ts.ClassElement[]
  text: string
  renamed: (member: ts.ClassElement) => string
}

/**
 * The plainest prop of a class that is on or off and shows in an attribute, with what declares it called
 * otherwise.
 */
export function simplestSwitch(node: ts.ClassDeclaration, model: Contract): Switch | undefined {
  const props = membersOf(model, 'prop').filter(
    (member) =>
      member.type.is === 'boolean' &&
      member.reflects &&
      !member.readonly &&
      member.defaultValue !== true &&
      member.attribute === member.name,
  )
  const found = props
    .flatMap((prop) => {
      const nodes = node.members.filter(
        (member) =>
          member.name?.getText() === prop.name && (ts.isPropertyDeclaration(member) || ts.isAccessor(member)),
      )
      const plain =
        nodes.length > 0 &&
        nodes.every(
          (node) =>
            ![...node.getText().matchAll(/this\.(#?\w+)/g)].some(
              ([, name]) => !/^(has|toggle|set|get|remove)Attribute$/.test(name!),
            ) && /^[\w\s(){}:.'"@,=;<>!?&|[\]]*$/.test(node.getText()),
        )
      const inMap =
        nodes.length === 0 ||
        nodes.some((node) => ts.isPropertyDeclaration(node) && !ts.getDecorators(node)?.length)
      return plain && !inMap ? [{ nodes, prop }] : []
    })
    .sort(
      (a, b) =>
        a.nodes.reduce((sum, node) => sum + node.getText().length, 0) -
        b.nodes.reduce((sum, node) => sum + node.getText().length, 0),
    )[0]
  if (!found) return undefined
  const renamed = (member: ts.ClassElement) =>
    member.getText().replaceAll(new RegExp(`\\b${found.prop.name}\\b`, 'g'), switchName)
  const [first] = found.nodes
  return {
    nodes: found.nodes,
    renamed,
    text: `/** Shown without its edge. */\n${indentOf(node.getSourceFile(), first!)}${renamed(first!)}`,
  }
}
