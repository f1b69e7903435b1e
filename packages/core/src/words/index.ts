export { isPhrase, mapPhrases, mapTexts, type Names, type Param, type Phrase } from './param'
export { REASONS, type ReasonCode, type ReasonNames } from './en/reasons'
export type { ClaimPart, OpenQuestion } from './en/reasons/claims'
export { PHRASES, type PhraseCode, type PhraseNames } from './en/phrases'
export { say } from './en/say'
export { braces, formInWords, violationInWords, type Form, type ViolationNames } from './en/forms'
export {
  phrase,
  reason,
  reasonBefore,
  reasonForStudent,
  reasonInWords,
  saidBefore,
  type Reason,
} from './words'
