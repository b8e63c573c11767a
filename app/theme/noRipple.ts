/** Stands in the place of the library's ripple, which our theme has switched off (see nuxt.config). */
export default {}
