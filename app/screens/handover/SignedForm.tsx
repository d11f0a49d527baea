import { SeenForm } from '../../components/SeenForm'

/** Notes that the printed record was signed, and by whom. */
export const SignedForm = () => (
  <section className="sheet no-print mx-auto mt-5 max-w-5xl px-8 py-4" aria-label="Signed">
    <h2>The record is signed</h2>
    <p className="caption mb-2">
      Once the printed record has its signatures, note here who signed it. That ends the work.
    </p>
    <SeenForm
      label="Note the signature"
      seen={[{ kind: 'signed' }]}
      onTaken={() => undefined}
      place="where the paper is kept"
    >
      {null}
    </SeenForm>
  </section>
)
