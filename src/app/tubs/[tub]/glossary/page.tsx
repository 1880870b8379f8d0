import { GLOSSARY, TERM_IDS } from '@/words/glossary'

const TERMS = TERM_IDS.map((id) => ({ id, ...GLOSSARY[id] })).sort((a, b) =>
  a.name.localeCompare(b.name, 'en'),
)

const Glossary = () => (
  <>
    <h1 className="serif title pt-2">Glossary</h1>
    <p className="mt-1 max-w-[60ch] text-muted">
      The terms used here. Anywhere else, tap a dotted word to see what it means.
    </p>
    <dl className="mt-5 grid max-w-[1000px] gap-x-12 lg:grid-cols-2">
      {TERMS.map(({ id, name, meaning }) => (
        <div key={id} id={id} className="border-hair border-t py-2.5">
          <dt className="font-semibold">{name}</dt>
          <dd className="small text-muted">{meaning}</dd>
        </div>
      ))}
    </dl>
  </>
)

export default Glossary
