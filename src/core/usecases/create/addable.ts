import { FAMILIES, type Family } from '../../plan/actDefinition'
import { ACTS } from '../../plan/acts'
import { ACT_NAMES, type Act, type StepOf } from '../../plan/step'

/** One thing that can be added: an act, or one kind of firing. */
export interface AddableAct {
  readonly act: Act
  readonly firing?: StepOf<'fire'>['firing']
  readonly word: string
  readonly words: string
}

interface Addable {
  readonly family: Family
  readonly acts: readonly AddableAct[]
}

/** The firings that a kiln is loaded for. */
const FIRINGS: readonly AddableAct[] = [
  { act: 'fire', firing: 'bisque', word: 'Bisque firing', words: 'makes dry clay hard and thirsty' },
  {
    act: 'fire',
    firing: 'decoration',
    word: 'Decoration firing',
    words: 'an extra low firing that fixes colour before a dip',
  },
  { act: 'fire', firing: 'glaze', word: 'Glaze firing', words: 'melts the glaze; mostly the last step' },
]

/** Acts in families, in the order in which a hand reaches for them, with the words on their buttons. */
export const ADDABLE: readonly Addable[] = FAMILIES.map((family) => ({
  family,
  acts: ACT_NAMES.filter((act) => ACTS[act].family === family).flatMap((act): readonly AddableAct[] =>
    act === 'fire' ? FIRINGS : [{ act, word: ACTS[act].word, words: ACTS[act].hint }],
  ),
}))
