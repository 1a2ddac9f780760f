/** The address of a page is not changed while somebody leaves it. */
export default defineNuxtPlugin(() => followNavigations(useRouter()))
