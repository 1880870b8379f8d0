import type { Outcome } from '@/server/form'

type Action = (previous: Outcome | null, data: FormData) => Promise<Outcome | null>

/** An action whose answer may be lost: then that is said beside the button, and the page stays. */
export const answered =
  (action: Action): Action =>
  async (previous, data) => {
    try {
      return await action(previous, data)
    } catch {
      return {
        ok: false,
        errors: {},
        questions: {},
        fields: {},
        message:
          'Can’t reach the server, so this may not have been done. Look again once it answers.',
      }
    }
  }
