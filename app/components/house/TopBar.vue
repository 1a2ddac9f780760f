<script setup lang="ts">
import { partOf, screens } from '~/screens'

const account = useAccount()
const store = useLibrary()
const route = useRoute()
const router = useRouter()
const { library } = storeToRefs(store)
const isAt = (part: string) => route.path.startsWith(`/${store.slug}/${part}`)
const places = computed(() =>
  screens
    .filter(({ bar }) => bar)
    .map((screen) => ({
      title: screen.bar,
      to: `/${store.slug}/${partOf(screen)}`.replace(/\/$/, ''),
      // what is not apart is of the shelf
      on: screen.apart ? isAt(partOf(screen)) : !screens.some((other) => other.apart && isAt(partOf(other))),
    }))
    .filter(({ to }) => account.person ?? router.resolve(to).meta.visitors),
)
const initials = computed(() =>
  (account.person?.name ?? '')
    .split(/\s+/)
    .map((text) => text[0])
    .join('')
    .slice(0, 2)
    .toUpperCase(),
)
const menu = useTemplateRef<{ toggle: (event: Event) => void }>('menu')
const items = computed(() => [
  {
    label: account.person?.name ?? '',
    items: [
      { label: 'Access tokens', command: () => navigateTo('/account') },
      ...(store.may.keep && store.slug
        ? [{ label: 'People of this library', command: () => navigateTo(`/${store.slug}/people`) }]
        : []),
      { label: 'All libraries', command: () => navigateTo('/') },
      {
        label: 'Sign out',
        command: async () => {
          await account.signOut()
          store.leave()
          await navigateTo('/sign-in')
        },
      },
    ],
  },
])
</script>

<template>
  <header class="bar">
    <SkipLink />
    <NuxtLink to="/" class="name">Kept <i>Shelf</i></NuxtLink>
    <span v-if="library" class="lib">
      <b>{{ library.title }}</b>
      <span class="small muted"
        >{{ library.latest ? `${library.latest} out` : 'nothing out yet' }} ·
        {{
          library.changesSince ? plural(library.changesSince, 'change') + ' since' : 'no change since'
        }}</span
      >
    </span>
    <nav v-if="library" aria-label="Library">
      <NuxtLink
        v-for="place in places"
        :key="place.title"
        :to="place.to"
        :class="{ on: place.on }"
        :aria-current="place.on ? 'page' : undefined"
        >{{ place.title }}</NuxtLink
      >
    </nav>
    <FindBox v-if="library" />
    <button
      v-if="account.person"
      type="button"
      class="who"
      :aria-label="`${initials}: account of ${account.person.name}`"
      aria-haspopup="menu"
      @click="menu?.toggle($event)"
    >
      {{ initials }}
    </button>
    <NuxtLink v-else :to="{ path: '/sign-in', query: { to: route.fullPath } }" class="enter"
      >Sign in</NuxtLink
    >
    <Menu ref="menu" :model="items" popup />
  </header>
</template>

<style scoped>
.bar {
  min-height: 44px;
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  column-gap: 22px;
  padding: 0 24px;
  border-bottom: 1px solid var(--rule);
  background: var(--paper);
}
.name {
  font: 500 18px/1 var(--name);
  letter-spacing: -0.01em;
}
/* a face of these letters alone */
.name i {
  font-family: 'Kept Shelf Name', var(--name);
  font-weight: 400;
}
.lib {
  display: flex;
  gap: 8px;
  align-items: baseline;
  padding-right: 16px;
  border-right: 1px solid var(--rule);
}
.lib b {
  font-weight: 600;
}
nav {
  display: flex;
  gap: 20px;
}
nav a {
  color: var(--muted);
  padding: 12px 0 10px;
  border-bottom: 2px solid transparent;
}
nav a:hover {
  color: var(--ink);
}
nav a.on {
  color: var(--ink);
  border-color: var(--kelp);
}
.who {
  width: 28px;
  height: 28px;
  border: 1px solid var(--ink);
  border-radius: 50%;
  background: none;
  font: 500 11px var(--ui);
  cursor: pointer;
  margin-left: auto;
}
.find {
  flex: 1 1 140px;
  max-width: 250px;
  margin-left: auto;
}
.enter {
  margin-left: auto;
}
.find + .who,
.find + .enter {
  margin-left: 0;
}
@media (max-width: 1240px) {
  nav {
    order: 5;
    flex-basis: 100%;
    flex-wrap: wrap;
    gap: 0 20px;
  }
  nav a {
    padding: 4px 0 6px;
  }
  .bar {
    padding-top: 6px;
  }
}
@media (max-width: 900px) {
  .lib .small {
    display: none;
  }
  .bar {
    padding: 6px 12px 0;
    column-gap: 14px;
  }
  nav {
    flex-wrap: wrap;
    gap: 0 14px;
    order: 5;
  }
}
</style>
