/** What is recorded of an act besides who did it and when. */
type Detail = Readonly<Record<string, unknown>>

const text = (detail: Detail, key: string): string => {
  const value = detail[key]
  return typeof value === 'string' || typeof value === 'number' ? String(value) : ''
}
const list = (detail: Detail, key: string): string[] => {
  const value = detail[key]
  return Array.isArray(value) ? value.map(String) : []
}
const record = (detail: Detail, key: string): object => {
  const value = detail[key]
  return typeof value === 'object' && value !== null ? value : {}
}
const counted = (count: number, what: string): string | undefined =>
  count === 0 ? undefined : `${count} ${what}`

/**
 * What an audit trail tells of an act after the name of who did it; `titleOf` calls a component by its title.
 */
type Sentence = (detail: Detail, titleOf: (tag: string) => string) => string

const memberIn = (key: string): string => {
  const [kind = '', ...name] = key.split(':')
  if (kind === 'component') return 'the component'
  if (kind === 'guide') return name.join(':') === 'when' ? 'when to use it' : 'when not to use it'
  if (kind === 'named') return 'a named variant'
  if (kind === 'axis') return `the order of ${name.join(':')}`
  return `the ${kind.replace('-', ' ')} ${name.join(':') || 'default'}`
}
const of = (detail: Detail, titleOf: (tag: string) => string, key = 'tag'): string =>
  titleOf(text(detail, key))

const readersText: Record<string, string> = {
  staff: 'its staff alone read it',
  accounts: 'whoever has an account here reads it',
  anyone: 'anybody reads it, without an account too',
}
const tierText = (tiers: string): string => (tiers === 'anything' ? 'whatever they like' : `${tiers} ones`)

/** Every act that is recorded, and how it is told. */
const sentences = {
  'library made': () => 'made the library',
  'source brought in': (detail) => {
    const counts = (['added', 'changed', 'gone'] as const).flatMap(
      (key) => counted(list(detail, key).length, key) ?? [],
    )
    const what = counts.length ? `: ${counts.join(', ')}` : ''
    return `brought in source, revision ${text(detail, 'revision')}${what}`
  },
  'reading chosen': (detail) => {
    const from = text(detail, 'from')
    if (from === 'built') return 'chose to have read what was built'
    return from === 'source' ? 'chose to have read what people wrote' : 'left open what is read'
  },
  'bringing in cancelled': () => 'cancelled bringing in source',
  'words written': (detail, titleOf) =>
    `wrote words for ${memberIn(text(detail, 'member'))} of ${of(detail, titleOf)}`,
  'words moved': (detail, titleOf) => {
    const [from, to] = [memberIn(text(detail, 'from')), memberIn(text(detail, 'to'))]
    return `gave the words for ${from} to ${to} in ${of(detail, titleOf)}`
  },
  'taken over': (detail, titleOf) =>
    `gave what was made for ${of(detail, titleOf, 'from')} to ${of(detail, titleOf, 'to')}`,
  'example saved': (detail, titleOf) =>
    `saved the example “${text(detail, 'name')}” of ${of(detail, titleOf)}`,
  'example changed': (detail, titleOf) => {
    const what = list(detail, 'what')
    if (what.includes('face')) return `chose another face for ${of(detail, titleOf)}`
    return `changed an example of ${of(detail, titleOf)}`
  },
  'example deleted': (detail, titleOf) => `deleted an example of ${of(detail, titleOf)}`,
  'variant named': (detail, titleOf) =>
    `gave a variant of ${of(detail, titleOf)} the name “${text(detail, 'name')}”`,
  'combination ruled out': (detail, titleOf) => `ruled out a combination of ${of(detail, titleOf)}`,
  'combination changed': (detail, titleOf) =>
    text(detail, 'name') === ''
      ? `changed what is ruled out of ${of(detail, titleOf)}`
      : `changed the variant “${text(detail, 'name')}” of ${of(detail, titleOf)}`,
  'combination deleted': (detail, titleOf) =>
    `deleted a named variant, or what was ruled out, of ${of(detail, titleOf)}`,
  'look judged': (detail, titleOf) => {
    const { accepted } = detail
    const what = accepted === null ? 'took back what they said of' : accepted ? 'accepted' : 'refused'
    return `${what} a change of how ${of(detail, titleOf)} looks`
  },
  'provisions saved': (detail, titleOf) => {
    const scope = text(detail, 'scope')
    if (scope === '') return 'changed what is provided for the library'
    if (scope.startsWith('example:')) return 'changed what is provided for an example'
    return `changed what is provided for ${titleOf(scope)}`
  },
  'token changed': (detail) => `changed the token ${text(detail, 'path')} in ${text(detail, 'theme')}`,
  'token edit taken back': (detail) =>
    `took back a change of ${text(detail, 'path') || 'tokens'} in ${text(detail, 'theme')}`,
  'token file brought in': (detail) => `brought a token file into ${text(detail, 'theme')}`,
  'token replaced': (detail) =>
    `replaced the token ${text(detail, 'from')} by ${text(detail, 'to')} in everything`,
  'token replacement taken back': (detail) =>
    `took back that ${text(detail, 'from')} stands for ${text(detail, 'to')}`,
  'token renamed': (detail) => `renamed the token ${text(detail, 'from')} to ${text(detail, 'to')}`,
  'finding waived': (detail) =>
    `let a finding about ${text(detail, 'about')} stand: ${text(detail, 'reason')}`,
  'waiver taken back': (detail) => `took back the waiver about ${text(detail, 'about')}`,
  'theme made': (detail) => `made the theme ${text(detail, 'theme')}`,
  'theme changed': (detail) => `changed the theme ${text(detail, 'theme')}`,
  'theme deleted': (detail) => `deleted the theme ${text(detail, 'theme')}`,
  'fitting begun': (detail) => `began the fitting “${text(detail, 'name')}”`,
  'fitting kept': (detail) => `saved the fitting “${text(detail, 'name')}”`,
  'fitting deleted': (detail) => `deleted the fitting “${text(detail, 'name')}”`,
  'icons brought in': (detail) =>
    `brought in ${text(detail, 'count')} icons as the set ${text(detail, 'name')}`,
  'icons deleted': (detail) => `deleted the set of icons ${text(detail, 'name')}`,
  'icons chosen': () => 'chose which icons are worn',
  'tier rule changed': (detail) =>
    `has semantic tokens refer to ${tierText(text(detail, 'semantic'))}, and component tokens to ` +
    tierText(text(detail, 'component')),
  'width named': (detail) => `called the width ${text(detail, 'width')} “${text(detail, 'name')}”`,
  'rule weighed': (detail) =>
    text(detail, 'weight')
      ? `has differences by the rule ${text(detail, 'rule')} count as ${text(detail, 'weight')}`
      : `has differences by the rule ${text(detail, 'rule')} weighed by the rule itself`,
  'gate set': (detail) => `set the gate ${text(detail, 'gate')} to ${text(detail, 'setting')}`,
  'size budget set': (detail) =>
    text(detail, 'bytes') === ''
      ? 'let components take as much as they do'
      : `let one component take ${text(detail, 'bytes')} bytes (gzip)`,
  'licences set': (detail) =>
    text(detail, 'licences')
      ? `lets these licences be shipped: ${text(detail, 'licences').replaceAll(',', ', ')}`
      : 'lets the usual licences be shipped',
  'gate waived': (detail) => `waived the gate ${text(detail, 'gate')}: ${text(detail, 'reason')}`,
  'gate waiver taken back': (detail) => `took back the waiver of the gate ${text(detail, 'gate')}`,
  published: (detail) => `published ${text(detail, 'version')} to ${text(detail, 'channel')}`,
  deprecated: (detail) => `deprecated ${Object.keys(record(detail, 'versions')).join(', ')}`,
  'channel moved': (detail) => `moved the channel ${text(detail, 'channel')} to ${text(detail, 'version')}`,
  'channel removed': (detail) => `removed the channel ${text(detail, 'channel')}`,
  'person invited': (detail) => `invited ${text(detail, 'invited')} as ${text(detail, 'role')}`,
  'invitation taken back': () => 'took an invitation back',
  'person joined': (detail) => `joined by an invitation, as ${text(detail, 'role')}`,
  'role given': (detail) =>
    text(detail, 'role') ? `gave somebody the role ${text(detail, 'role')}` : 'took somebody off the staff',
  'readers chosen': (detail) => `said that ${readersText[text(detail, 'readers')] ?? 'others read it'}`,
  'token made': (detail) => `made the access token “${text(detail, 'name')}”`,
  'token revoked': () => 'revoked an access token',
  'signed in': () => 'signed in',
  'sign-in refused': (detail) => `tried to sign in as ${text(detail, 'email')} and was refused`,
  'person made': ({ administrator }) =>
    administrator ? 'was given an account, as an administrator' : 'was given an account',
  'password changed': () => 'changed their password',
} satisfies Record<string, Sentence>

export type Act = keyof typeof sentences

/**
 * An act as it stands after the name of who did it; one that is not known here is told as it was recorded.
 */
export const sayAct = (act: string, detail: Detail, titleOf: (tag: string) => string): string => {
  const sentence: Sentence | undefined = Object.hasOwn(sentences, act) ? sentences[act as Act] : undefined
  return sentence?.(detail, titleOf) ?? act
}
