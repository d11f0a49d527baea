import { Field } from '../../components/Field'

/** The chooser for a result file. */
export const FileField = ({ label }: { label: string }) => (
  <Field label={label} path="file" hint="JSON, up to 5 MB">
    {(ids) => (
      <input
        {...ids}
        className="field text-[0.86rem]"
        type="file"
        name="file"
        accept="application/json,.json,.txt"
      />
    )}
  </Field>
)
