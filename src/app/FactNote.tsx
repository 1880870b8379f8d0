import { factsKnown } from '@/server/facts'
import { theStore } from '@/store/database'
import { PostButton } from '@/ui/form/PostButton'
import { FACTS, type FactId } from '@/words/factWords'
import { setFact } from './actions'

/** A line of the craft where it is needed, until somebody has put it away. */
export const FactNote = ({ id, when = true }: { id: FactId; when?: boolean }) =>
  when && !factsKnown(theStore()).includes(id) ? (
    <div className="small max-w-[64ch] border-hair border-l-4 pl-3 text-muted print:hidden">
      <span>{FACTS[id]}</span>{' '}
      <PostButton
        action={setFact}
        hidden={{ fact: id }}
        label="Got it"
        title={`Got it, don’t show again: ${FACTS[id]}`}
      />
    </div>
  ) : null
