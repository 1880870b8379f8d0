'use client'
import { SIGNS, type Sign } from '@/core'
import { SubmitButton } from '@/ui/form/SubmitButton'
import { Link } from '@/ui/Link'
import { SIGN_LABELS, SIGN_MEANS } from '@/words/signText'
import { upperFirst } from '@/words/words'
import { type Action, DraftForm } from '../form/draft'
import { TextInput } from '../form/inputs'
import { SignChecks, signFields } from '../form/SignChecks'

/** What is seen at the tub; it brings forward what it asks for. */
export const LookForm = ({
  tubId,
  signs,
  keep,
}: {
  tubId: number
  /** What is wrong as far as anybody has said: still there, unless it is taken back. */
  signs: readonly Sign[]
  keep: Action
}) => (
  <section aria-labelledby="look">
    <h2 id="look" className="head">
      What do you see?
    </h2>
    <p className="small mb-2 max-w-[62ch] text-muted">
      Ticking a sign brings its chore forward. Tick nothing if the tub looks fine.{' '}
      <Link href={`/tubs/${tubId}/trouble`} className="quiet min-h-0">
        Find out why
      </Link>
    </p>
    <DraftForm
      action={keep}
      draftKey={undefined}
      initial={{ note: '', ...signFields(signs) }}
      hidden={{ kind: 'look', tub: String(tubId), when: 'now', stay: 'yes' }}
      className="grid max-w-[560px] gap-3"
      submit={({ pending }) => <SubmitButton pending={pending}>Save inspection</SubmitButton>}
    >
      <SignChecks />
      <TextInput name="note" label="Note" />
    </DraftForm>
    <details>
      <summary className="quiet">What each one means</summary>
      <dl className="small max-w-[62ch]">
        {SIGNS.filter((sign) => sign !== 'smell' && sign !== 'flakes').map((sign) => (
          <div key={sign} className="border-hair border-t py-1.5">
            <dt className="inline font-semibold">{upperFirst(SIGN_LABELS[sign])}. </dt>
            <dd className="inline text-muted">{SIGN_MEANS[sign]}</dd>
          </div>
        ))}
      </dl>
    </details>
  </section>
)
