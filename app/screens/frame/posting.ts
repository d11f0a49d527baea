/** Whether a page has sent something that is not read back yet: a look elsewhere must then bring the plan itself. */
let isSent = false

export const notePosting = (is: boolean): void => {
  isSent = is
}
export const isPosting = (): boolean => isSent

/** Helpers and jobs are asked by this door and taken by the outbox: asking changes nothing. */
export const onlyAsks = (formAction: string | undefined): boolean =>
  formAction !== undefined && /\/(job|propose)$/.test(formAction)
