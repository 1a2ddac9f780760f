<script setup lang="ts">
import { forFrame, modulesFor } from '~~/core/code/showing'
import { tokenPrefix } from '~~/core/release/package'
import { bareSurround } from '~~/core/surround'
import { cssName, type TokenRow } from '~~/core/tokens/themes'
import type { Standing } from '~~/core/wire'

/** Components that wear a token, live; where none is chosen, the first of the shelf. */
const { row, rows } = defineProps<{ row: TokenRow | undefined; rows: readonly TokenRow[] }>()
/** Renderings beside the table at most. */
const most = 4
const store = useLibrary()
const { css, standing } = storeToRefs(store)
const host = frameName()
const theme = ref(store.baseTheme)
/** Custom properties that stand for a token, or for another whose value comes by way of it. */
const namesOf = (path: string) =>
  new Set(
    rows
      .filter((other) => Object.values(other.cells).some((cell) => cell?.chain.includes(path)))
      .map((other) => cssName(tokenPrefix(store.prefix), other.path)),
  )
const wearers = computed(() => {
  const faced = standing.value.filter((component) => component.face && store.moduleOf(component.tag))
  if (!row) return faced.slice(0, most)
  const names = namesOf(row.path)
  const wears = ({ contract }: Standing) =>
    contract.members.some((member) => member.kind === 'custom-property' && names.has(member.name))
  return faced.filter(wears).slice(0, most)
})
const renderings = computed(() =>
  wearers.value.map(({ tag, face }) => ({
    tag,
    target: {
      tag,
      modules: modulesFor(tag, face!, store.moduleOf) ?? [],
      usage: forFrame(face!, (other) => store.find(other)?.contract, tag),
      listen: [],
    },
  })),
)
</script>

<template>
  <div class="worn">
    <p class="sentence">
      {{ row ? 'What wears it, in' : 'Shown in' }}
      <Choice v-model="theme" label="Theme of the renderings" :options="store.themeChoices" />.
    </p>
    <div v-for="rendering in renderings" :key="rendering.tag" class="reader">
      <div class="frame">
        <PreviewFrame
          :target="rendering.target"
          :css
          :preview="store.library!.preview"
          :host
          :title="store.title(rendering.tag)"
          :surround="bareSurround(theme)"
          :tallest="90"
        />
      </div>
      <NuxtLink class="small link" :to="`/${store.slug}/${rendering.tag}`">{{
        store.title(rendering.tag)
      }}</NuxtLink>
    </div>
    <p v-if="!renderings.length" class="small muted">No component on the shelf wears it.</p>
  </div>
</template>

<style scoped>
.worn {
  margin-top: 18px;
  border-top: 1px solid var(--rule);
  padding-top: 6px;
}
.reader {
  padding: 10px 0;
  border-bottom: 1px solid var(--rule-soft);
}
.frame {
  min-height: 40px;
  display: flex;
  align-items: end;
  padding-bottom: 8px;
  overflow: hidden;
}
</style>
