/** Said while it is found out what became of a post whose answer was lost. */
export const Checking = () => (
  <span role="status" className="small font-medium">
    It may have been saved: checking…
  </span>
)
