import { floorBroken, HEALTH_FLOOR, keepOutAbove, MOST_KEEP_OUT_ABOVE, PROGRAMMES } from '@/core'
import { numeric } from '@/ui/form/tub/VolumeStep'
import { PROGRAMME_TEXT, presetText, programmeName } from '@/words/programmeText'
import { formatStabilised, stabilised } from '@/words/programmeWords'
import { useDraft } from '../draft'
import { Choices, TextInput } from '../inputs'
import { BANDS, presetFields, programmeIn } from '../presetFields'

export const SanitizerStep = () => {
  const { fields, set } = useDraft()
  const programme = programmeIn(fields)
  const fill = (programmeId: string, presetId: string) => {
    for (const [name, value] of Object.entries(presetFields(programmeId, presetId)))
      set(name, value)
  }
  const usualKeepOut = keepOutAbove({ programme: programme.id })
  const low = numeric(fields.sanitizerLow)
  const floor = floorBroken(programme.sanitizer, { low, high: low })
  return (
    <div className="grid gap-5">
      <Choices
        name="programme"
        label="Sanitizer programme"
        options={PROGRAMMES.map((one) => ({
          value: one.id,
          label: programmeName(one.id),
        }))}
        onChoose={(id) => fill(id, programmeIn({ programme: id }).presets[0].id)}
      />
      <p className="small max-w-[60ch] text-muted">{PROGRAMME_TEXT[programme.id].summary}</p>
      <fieldset>
        <legend className="mb-1 font-medium text-[15px]">Target</legend>
        <div className="grid max-w-[680px] gap-0">
          {programme.presets.map((preset) => {
            const { low, high } = preset.targets.sanitizer
            const below = floorBroken(programme.sanitizer, preset.targets.sanitizer)
            return (
              <label
                key={preset.id}
                className="flex min-h-14 cursor-pointer items-center gap-4 border-hair border-t py-2"
              >
                <input
                  type="radio"
                  name="preset"
                  value={preset.id}
                  checked={fields.preset === preset.id}
                  onChange={() => fill(programme.id, preset.id)}
                  className="size-5 flex-none accent-spruce"
                />
                <span className="min-w-0">
                  <b>{presetText(programme.id, preset.id).name}</b>{' '}
                  <span className="tabular text-muted">
                    {low} to {high} ppm
                  </span>
                  <span className="small block text-muted">
                    {presetText(programme.id, preset.id).note}
                  </span>
                  {below !== undefined && (
                    <span className="small block font-medium text-amber-ink">
                      Starts below the published floor of {below} ppm ({HEALTH_FLOOR.source}).
                    </span>
                  )}
                </span>
              </label>
            )
          })}
          {fields.preset === 'own' && (
            <label className="flex min-h-14 items-center gap-4 border-hair border-t py-2">
              <input
                type="radio"
                name="preset"
                value="own"
                checked
                readOnly
                className="size-5 flex-none accent-spruce"
              />
              <b>Your own ranges</b>
            </label>
          )}
        </div>
      </fieldset>
      {stabilised(programme) && (
        <p className="small max-w-[60ch] border-amber border-l-4 pl-3">{formatStabilised}</p>
      )}
      <details className="group">
        <summary className="quiet">Adjust ranges individually</summary>
        <div className="mt-2 grid max-w-[680px] gap-x-8 gap-y-3 sm:grid-cols-2">
          {BANDS.map(([band, name, unit]) => (
            <div key={band} className="grid grid-cols-2 items-start gap-2">
              <TextInput name={`${band}Low`} label={`${name}, from`} unit={unit} decimal />
              <TextInput name={`${band}High`} label="to" unit={unit} decimal />
            </div>
          ))}
          {MOST_KEEP_OUT_ABOVE[programme.sanitizer] > usualKeepOut && (
            <div>
              <TextInput name="keepOutAbove" label="Keep out above" unit="ppm" decimal />
              <p className="small mt-1 text-muted">
                Chlorine labels usually forbid getting in above {usualKeepOut} ppm. Check yours
                before raising this, up to {MOST_KEEP_OUT_ABOVE[programme.sanitizer]} at most.
              </p>
            </div>
          )}
        </div>
      </details>
      {floor !== undefined && (
        <p className="safety max-w-[60ch]" role="status">
          This range starts below {floor} ppm, the published floor for a hot tub in use (
          {HEALTH_FLOOR.source}). It will be mentioned wherever it matters.
        </p>
      )}
    </div>
  )
}
