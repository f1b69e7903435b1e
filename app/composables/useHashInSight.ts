/**
 * Brings into sight what the address names, once the page stands: whoever comes by address comes before there is
 * anything to go to.
 */
export function useHashInSight(): void {
  const { hash } = useRoute()
  onMounted(() => {
    if (hash !== '')
      requestAnimationFrame(() =>
        document.getElementById(decodeURIComponent(hash.slice(1)))?.scrollIntoView(),
      )
  })
}
