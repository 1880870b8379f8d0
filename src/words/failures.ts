/** Something unexpected went wrong on our side: what it means for what the person was doing. */
export const FAILED = {
  saving: 'Nothing was saved: something went wrong here. Your draft is still here; try again.',
  reading: 'The file couldn’t be read: something went wrong here. Try again.',
} as const
