/** Shown only where a place takes longer than a blink. */
const Loading = () => (
  <p role="status" className="late serif title pt-2 text-muted">
    Loading…
  </p>
)

export default Loading
