/** Every route under /api, by its file: made when the application is built. */
declare module '#api-routes' {
  const routes: readonly { readonly method: string; readonly path: string }[]
  export default routes
}
