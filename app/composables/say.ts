import type { Problem } from '~~/core/problem'

export interface Said {
  id: number
  text: string
  problem?: Problem
  act?: { title: string; run: () => void }
}
let next = 0

/** A word to the person, at the foot of the page; it goes by itself, or when it is put away. */
export function useSay() {
  const said = useState<Said[]>('said', () => [])
  const put = (omit: Omit<Said, 'id'>) => {
    const id = ++next
    said.value = [...said.value.slice(-3), { id, ...omit }]
    setTimeout(() => drop(id), omit.problem || omit.act ? 12_000 : 6000)
  }
  const drop = (id: number) => {
    said.value = said.value.filter((said) => said.id !== id)
  }
  return {
    said,
    drop,
    say: (text: string, act?: Said['act']) => put({ text, ...(act ? { act } : {}) }),
    sayProblems: (error: unknown) => {
      for (const problem of problemsOf(error)) put({ text: problem.what, problem })
    },
  }
}
