/** What the server said no to while it drew a page goes along with the page. */
export default definePayloadPlugin(() => {
  definePayloadReducer('ApiError', (data) => data instanceof ApiError && data.problem)
  definePayloadReviver('ApiError', (problem: Problem) => new ApiError(problem))
})
