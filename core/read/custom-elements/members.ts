import ts from 'typescript'
import type { Method } from '../../contract/method'
import type { Prop } from '../../contract/prop'
import type { TypeModel } from '../../contract/type'
import {
  assignedInConstructors,
  attributesFeeding,
  isInner,
  observedAttributes,
  type ClassFacts,
} from './class-facts'
import { declaredProps } from './declared'
import { hooksOf } from './hooks'
import { isElementRoot, type ClassNode, type Lineage } from './lineage'
import { returnedBy } from '../source/declarations'
import { attributeAlone, propOfAccessor, propOfAssigned, propOfDeclared, propOfField } from './props'
import { tagText, wordsOf } from '../source/comments'
import { nameOf } from '../source/evaluate'
import { isInPackage } from '../source/packages'
import type { SourceSet } from '../source/source-set'
import { hasModifier, unwrap } from '../source/nodes'
import { isIdle } from '../source/signatures'
import { typeOfExpression, typeOfNode } from '../source/type-nodes'

/** Methods the browser calls (HTML standard, custom element reactions and form-associated ones). */
const reactions = new Set([
  'constructor',
  'connectedCallback',
  'disconnectedCallback',
  'adoptedCallback',
  'connectedMoveCallback',
  'attributeChangedCallback',
  'formAssociatedCallback',
  'formResetCallback',
  'formDisabledCallback',
  'formStateRestoreCallback',
])

/**
 * Methods that base classes of packages call or are called by; a component that builds on one overrides them,
 * and nobody else calls them.
 */
const lifecycle = new Set([
  'render',
  'update',
  'updated',
  'firstUpdated',
  'willUpdate',
  'shouldUpdate',
  'performUpdate',
  'scheduleUpdate',
  'requestUpdate',
  'getUpdateComplete',
  'createRenderRoot',
  'connected',
  'disconnected',
  'ready',
  'attached',
  'detached',
  'attributeChanged',
  'onBeforeRendering',
  'onAfterRendering',
  'onEnterDOM',
  'onExitDOM',
])

/**
 * Public fields and accessors as props, public methods as methods; the nearest class wins where names repeat.
 */
// eslint-disable-next-line max-lines-per-function -- one pass over the members of a line of classes
export function readMembers(
  sources: SourceSet,
  { classes, root }: Lineage,
): { props: Prop[]; methods: Method[]; observed: Set<string> } {
  const fromPackage = !isElementRoot(root) || classes.some(isOfPackage)
  const hooks = hooksOf(classes)
  const ofPackages = namesIn(sources, classes.filter(isOfPackage))
  const props = new Map<string, Prop>()
  const methods = new Map<string, Method>()
  const observed = observedAttributes(sources, classes)
  const facts: ClassFacts = {
    sources,
    classes,
    observed,
    fed: attributesFeeding(sources, classes),
    declared: declaredProps(sources, classes),
    assigned: assignedInConstructors(classes),
  }
  const inner = new Set(
    [...facts.declared.values()]
      .filter((member) => member.inner || isInner(member.node))
      .map((member) => member.name),
  )

  for (const node of classes) {
    // of a class of a package, what it says to HTML is the component's too; all else is between the classes
    const offer = (prop: Prop) => {
      if (!isOfPackage(node) || prop.attribute !== undefined) props.set(prop.name, prop)
    }
    for (const member of node.members) {
      if (!member.name || ts.isPrivateIdentifier(member.name)) continue
      const name = nameOf(sources, member.name)
      if (name === undefined || inner.has(name)) continue
      if (isInner(member)) {
        // what a nearer class keeps to itself is not offered because a farther one would
        if (!hasModifier(member, ts.SyntaxKind.StaticKeyword, ts.SyntaxKind.DeclareKeyword)) inner.add(name)
        continue
      }
      if (ts.isMethodDeclaration(member) && member.body) {
        const isBetweenClasses =
          ofPackages.has(name) || hooks.has(name) || (fromPackage && lifecycle.has(name))
        if (!reactions.has(name) && !isBetweenClasses && !methods.has(name))
          methods.set(name, methodOf(sources, name, member))
      } else if (ts.isPropertyDeclaration(member)) {
        if (member.initializer && !facts.declared.has(name) && ts.isArrowFunction(unwrap(member.initializer)))
          continue
        // a decorator that declares no prop finds or provides something inside
        if (ts.getDecorators(member)?.length && !facts.declared.has(name)) continue
        if (!props.has(name)) offer(propOfField(facts, name, member))
      } else if (ts.isGetAccessorDeclaration(member) || ts.isSetAccessorDeclaration(member)) {
        if (ts.getDecorators(member)?.length && !facts.declared.has(name)) continue
        if (!props.has(name)) offer(propOfAccessor(facts, name, node))
      }
    }
  }
  for (const member of facts.declared.values())
    if (!props.has(member.name) && !inner.has(member.name) && !member.name.startsWith('_'))
      props.set(member.name, propOfDeclared(facts, member))
  if (facts.declared.size === 0) {
    for (const [name, { node, value }] of facts.assigned) {
      if (
        !props.has(name) &&
        !inner.has(name) &&
        !methods.has(name) &&
        /\.[cm]?jsx?$/.test(node.getSourceFile().fileName) &&
        !isInner(node)
      )
        props.set(name, propOfAssigned(facts, name, node, value))
    }
  }
  const fed = new Set([...props.values()].map((prop) => prop.attribute))
  for (const attribute of observed) {
    if (!fed.has(attribute) && !props.has(attribute)) props.set(attribute, attributeAlone(facts, attribute))
  }
  return { props: [...props.values()], methods: [...methods.values()], observed }
}

const isOfPackage = (node: ClassNode): boolean => isInPackage(node.getSourceFile().fileName)

/** Names of members that classes have, private ones aside. */
const namesIn = (sources: SourceSet, classes: ClassNode[]): Set<string> =>
  new Set(
    classes.flatMap((node) =>
      node.members.flatMap((member) =>
        member.name && !ts.isPrivateIdentifier(member.name) ? (nameOf(sources, member.name) ?? []) : [],
      ),
    ),
  )

function methodOf(sources: SourceSet, name: string, node: ts.MethodDeclaration): Method {
  const method: Method = {
    kind: 'method',
    name,
    place: sources.place(node),
    known: node.type ? 'declared' : 'inferred',
    disagreements: [],
    takes: node.parameters.map((parameter) => ({
      name: parameter.name.getText(),
      type: parameter.type
        ? typeOfNode(sources, parameter.type)
        : parameter.initializer
          ? typeOfExpression(sources, parameter.initializer)
          : { is: 'other', text: 'unknown' },
      optional: !!parameter.questionToken || !!parameter.initializer,
    })),
    returns: node.type
      ? typeOfNode(sources, node.type)
      : ({ is: returnedBy(node.body) ? 'other' : 'void', text: 'unknown' } as TypeModel),
  }
  const words = wordsOf(node)
  if (words) method.comment = words
  const deprecated = tagText(node, 'deprecated')
  if (deprecated !== undefined) method.deprecated = deprecated
  if (isIdle(node)) method.idle = true
  return method
}
