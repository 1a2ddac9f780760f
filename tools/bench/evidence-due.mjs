// Marks of a library whose flaws are known, beside those that are due: what was missed and what is accused.
import { readdirSync, readFileSync } from 'node:fs'
import { launch } from './browser.mjs'

const place = 'tests/fixtures/dunlin'
const account = { email: 'ines@marram.example', password: 'keeps-the-shelf' }
const wait = (ms) => new Promise((resolve) => setTimeout(resolve, ms))
const due = JSON.parse(readFileSync(`${place}/due.json`, 'utf8'))

/** Waits until what is asked for is there; gives it. */
async function until(ask) {
  for (;;) {
    const answer = await ask()
    if (answer) return answer
    await wait(500)
  }
}

/** Brings one part of the library in and has it tried; gives its contracts and what was seen of each. */
async function tryPart(request, url, part) {
  const headers = { origin: url }
  const slug = `dunlin-${part}`
  const at = `${url}/api/libraries/${slug}`
  const get = async (path) => (await request.get(`${at}${path}`)).json()
  await request.post(`${url}/api/sign-in`, { data: account, headers })
  await request.post(`${url}/api/libraries`, {
    data: { slug, title: slug, package: `@marram/${slug}`, prefix: 'dun-', visibility: 'open' },
    headers,
  })
  const form = new FormData()
  const paths = ['package.json', ...readdirSync(`${place}/${part}/src`).map((file) => `src/${file}`)]
  for (const path of paths) form.append('file', new Blob([readFileSync(`${place}/${part}/${path}`)]), path)
  const { job } = await (await request.post(`${at}/source`, { multipart: form, headers })).json()
  await until(async () => ['done', 'failed'].includes((await get(`/jobs/${job}`)).state))
  const began = Date.now()
  await request.post(`${at}/evidence`, { headers })
  const { components } = await until(async () => {
    const told = await get('/evidence')
    return told.run?.state === 'done' && told
  })
  return { components, shelf: await get('/shelf'), seconds: (Date.now() - began) / 1000 }
}

/** What is said of a member: its mark, and what is remarked beside it or told from code and comment. */
function saidOf(member, evidence) {
  const kept = evidence?.find((item) => item.member === member.key)
  if (member.known === 'comment') return { is: 'comment alone', why: '' }
  const more = (member.disagreements?.length ? ', differs' : '') + (kept?.remark ? ', remarked' : '')
  return { is: `${kept?.mark ?? 'no mark'}${more}`, why: `${kept?.says ?? ''} ${kept?.remark ?? ''}`.trim() }
}

/** Every member whose mark is not the one that is due, with what was said of it. */
export async function wrongMarks(request, url, parts = Object.keys(due)) {
  const wrong = []
  let [count, seconds] = [0, 0]
  for (const part of parts) {
    const tried = await tryPart(request, url, part)
    seconds += tried.seconds
    for (const [tag, members] of Object.entries(due[part])) {
      const contract = tried.shelf.find((component) => component.tag === tag)?.contract
      const evidence = tried.components.find((component) => component.tag === tag)?.evidence
      const byKey = new Map(contract?.members.map((member) => [`${member.kind}:${member.name}`, member]))
      for (const [key, mark] of Object.entries(members)) {
        count += 1
        const member = byKey.get(key)
        const said = member ? saidOf({ ...member, key }, evidence) : { is: 'not read', why: '' }
        if (said.is !== mark) wrong.push({ tag, key, due: mark, ...said })
      }
    }
  }
  return { wrong, count, seconds }
}

export const benchmarks = {
  'evidence-due': {
    server: true,
    browser: true,
    async run({ url }) {
      const browser = await launch()
      try {
        const { request } = await browser.newContext()
        const { wrong, count, seconds } = await wrongMarks(request, url)
        for (const { tag, key, due: mark, is, why } of wrong)
          console.log(`  ${tag} ${key}: ${is} (due: ${mark}) ${why}`)
        return {
          name: 'evidence-due',
          value: wrong.length,
          unit: 'marks',
          aim: 0,
          against: 'the marks that are due, written down before',
          detail: `of ${count} members of fifteen rich components, in ${Math.round(seconds)} s`,
        }
      } finally {
        await browser.close()
      }
    },
  },
}
