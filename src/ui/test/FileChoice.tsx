'use client'

/** A button that chooses a file; on a phone it offers the camera too. */
export const FileChoice = ({
  label,
  className,
  accept = 'image/*',
  onFile,
}: {
  label: string
  className: string
  accept?: string
  onFile: (file: File) => void
}) => (
  <label
    className={`${className} cursor-pointer focus-within:outline-3 focus-within:outline-spruce`}
  >
    <input
      type="file"
      name="file"
      accept={accept}
      className="sr-only"
      onChange={(event) => {
        const file = event.target.files?.[0]
        // The same file may be chosen again.
        event.target.value = ''
        if (file) onFile(file)
      }}
    />
    {label}
  </label>
)
