import { listInWords } from '../../language'
import { isPhrase, type Param } from '../param'
import { PHRASES, type PhraseCode } from './phrases'

type PhraseWords = (names: object, say: (param: Param) => string) => string

/** The words of a name, a number, a phrase, or a list of them. */
export function say(param: Param): string {
  if (param === null) return ''
  if (typeof param !== 'object') return String(param)
  if (Array.isArray(param)) return listInWords((param as readonly Param[]).map(say))
  if (!isPhrase(param)) return ''
  return (PHRASES[param.phrase as PhraseCode] as PhraseWords)(param.names, say)
}
