declare module '#app' {
  interface PageMeta {
    /** What a page of help is about: with it the page is found by Ctrl+K. */
    help?: string
  }
}
declare module 'vue-router' {
  interface RouteMeta {
    help?: string
  }
}

export {}
