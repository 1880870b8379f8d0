'use client'
import type { ProductName, StrengthOnLabel } from '@/core'
import type { Fields } from '@/server/form'
import { SubmitButton } from '@/ui/form/SubmitButton'
import { strengthName } from '@/words/productText'
import { type Action, DraftForm } from '../form/draft'
import { TextInput } from '../form/inputs'

/** What the label and the box say of something on the shelf, and the owner's own measure for it. */
export const ShelfForm = ({
  action,
  tubId,
  itemId,
  initial,
  leftUnit,
  massUnit,
  volumeUnit,
  labelUnit,
  product,
  strength,
  strengthTaps,
  byLabel,
  scoops,
  tablets,
  currency,
}: {
  action: Action
  tubId: number
  itemId: number
  initial: Fields
  leftUnit: string
  massUnit: string
  volumeUnit: string
  labelUnit: string
  product: ProductName
  strength: StrengthOnLabel | undefined
  /** What it is mostly sold as, as its people write it. */
  strengthTaps: readonly string[]
  byLabel: boolean
  scoops: boolean
  tablets: boolean
  /** Its code. */
  currency: string
}) => (
  <DraftForm
    action={action}
    draftKey={`shelf.${itemId}`}
    initial={initial}
    merges
    hidden={{ tub: String(tubId), item: String(itemId) }}
    className="grid max-w-[620px] gap-6"
    submit={({ pending }) => (
      <SubmitButton pending={pending} className="go justify-self-start">
        Save
      </SubmitButton>
    )}
  >
    <div className="grid gap-4 sm:grid-cols-2">
      <TextInput
        name="left"
        label="Left in the box"
        unit={leftUnit}
        decimal
        hint="As weighed or estimated today. Leave empty if you don’t keep count."
      />
      {strength && (
        <TextInput
          name="strength"
          label={strengthName(product, strength)}
          unit="%"
          decimal
          taps={strengthTaps}
          hint={`As on its label. If empty, the usual ${strength.usualPercent} % is assumed.`}
        />
      )}
    </div>
    <fieldset>
      <legend className="font-semibold text-[17px]">The pack</legend>
      <p className="small mb-3 text-muted">
        For its cost, when it runs out and what must be kept away from it. All of it is optional.
      </p>
      <div className="grid gap-4 sm:grid-cols-2">
        <TextInput name="price" label="Price of a full pack" unit={currency} decimal />
        <TextInput name="pack" label="A full pack holds" unit={leftUnit} decimal />
        <TextInput name="boughtOn" label="Bought on" type="date" />
        <TextInput name="openedOn" label="Opened on" type="date" />
        <TextInput name="goodUntil" label="Good until" type="date" hint="The date on the pack." />
        <TextInput
          name="place"
          label="Where it stands"
          hint="For example, shed or cellar. Items with the same place are listed together."
        />
      </div>
    </fieldset>
    {(scoops || byLabel) && (
      <fieldset>
        <legend className="font-semibold text-[17px]">
          {tablets ? 'One tablet' : 'Your own measure'}
        </legend>
        <p className="small mb-3 text-muted">
          {tablets
            ? 'The weight of one, so that you can log tablets.'
            : 'Your own scoop or cap: weigh one level measure, or count how many a full box holds.'}
        </p>
        <div className="grid gap-4 sm:grid-cols-2">
          <TextInput
            name="scoopName"
            label="Name"
            hint={tablets ? 'For example, tablet.' : 'For example, scoop or cap.'}
          />
          <TextInput name="scoop" label="One holds" unit={massUnit} decimal />
          <TextInput name="boxHolds" label="Or: a full box holds" unit={massUnit} decimal />
          <TextInput name="scoopsInBox" label="which is how many" decimal />
        </div>
      </fieldset>
    )}
    {byLabel && (
      <fieldset>
        <legend className="font-semibold text-[17px]">What the label says</legend>
        <p className="small mb-3 text-muted">
          Enter it once, and the plan works out the amount for this tub.
        </p>
        <div className="grid gap-4 sm:grid-cols-2">
          <TextInput name="labelAmount" label="Amount" unit={labelUnit} decimal />
          <TextInput name="labelPer" label="for this much water" unit={volumeUnit} decimal />
          <TextInput name="labelDays" label="every … days" decimal />
          <TextInput name="labelNote" label="Anything else it says" />
        </div>
      </fieldset>
    )}
  </DraftForm>
)
