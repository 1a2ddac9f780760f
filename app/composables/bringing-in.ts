import { isPassedOver } from '~~/core/read/source/reading'
import { uploadedSchema } from '~~/core/wire'
import type { Problem } from '~~/core/problem'
import type { PathedFile } from '~/utils/dropped-files'

/** Sends source to the library, or has it fetched; whatever way it comes, the page of its job opens. */
export function useBringingIn() {
  const store = useLibrary()
  const problems = ref<Problem[]>([])
  const sending = ref(false)

  async function begin(work: () => Promise<{ job: string }>) {
    problems.value = []
    sending.value = true
    try {
      const { job } = await work()
      await navigateTo(`/${store.slug}/bring-in/${job}`)
    } catch (error) {
      problems.value = problemsOf(error)
    } finally {
      sending.value = false
    }
  }
  const sendNow = (form: FormData) =>
    begin(async () => ({
      job: (await ask(uploadedSchema, `/libraries/${store.slug}/source`, { method: 'POST', form })).job!,
    }))
  /** A whole library that would take components off the shelf is looked at first, and waits for a word. */
  const leaving = shallowRef<{ components: string[]; files: number; form: FormData }>()
  async function send(form: FormData) {
    leaving.value = undefined
    if (!form.has('whole') && !form.has('archive')) return sendNow(form)
    problems.value = []
    sending.value = true
    form.set('look', 'yes')
    try {
      const looked = await ask(uploadedSchema, `/libraries/${store.slug}/source`, { method: 'POST', form })
      form.delete('look')
      if (looked.leaving?.components.length) leaving.value = { ...looked.leaving, form }
      else await sendNow(form)
    } catch (error) {
      problems.value = problemsOf(error)
    } finally {
      sending.value = false
    }
  }

  function sendFiles(files: PathedFile[], all: boolean) {
    const kept = files.filter((file) => !isPassedOver(file.path))
    if (!kept.length) {
      problems.value = [
        {
          code: 'nothing',
          what: 'There are no files in it.',
          todo: 'Choose the folder that holds the source.',
        },
      ]
      return
    }
    const form = new FormData()
    form.set('note', `${kept.length} files from a computer`)
    if (all) form.set('whole', 'yes')
    for (const entry of kept) form.append('file', entry.content, entry.path)
    void send(form)
  }
  function sendArchive(file: File) {
    const form = new FormData()
    form.set('note', `the archive ${file.name}`)
    form.set('archive', file, file.name)
    void send(form)
  }

  return { problems, sending, leaving, begin, sendNow, sendFiles, sendArchive }
}
