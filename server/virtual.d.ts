declare module '#yare/routes' {
  import type { Route } from './http/route'

  const routes: [file: string, route: Route][]
  export default routes
}

declare module '#yare/preloads' {
  const places: { path: string; files: string[] }[]
  export default places
}
