import { GLOSSARY, termsIn } from '@/words/glossary'
import { Term } from './Term'

/** Prose with its terms explained, each where it comes first. */
export const Explained = ({ text }: { text: string }) => {
  let at = 0
  return termsIn(text).map((piece) => {
    const key = at
    at += piece.text.length
    return piece.term ? (
      <Term
        key={key}
        word={piece.text}
        name={GLOSSARY[piece.term].name}
        meaning={GLOSSARY[piece.term].meaning}
      />
    ) : (
      piece.text
    )
  })
}
