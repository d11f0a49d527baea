/** Those who sign a record. */
export const SIGNING_ROLES = ['Measured and handed over by', 'Received by'] as const
