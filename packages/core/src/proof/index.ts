export { LEAST_STRENGTH, Proof, isSound, proofFigures, rulesNotAsked } from './proof'
export type { Blamed, ModelFault, Outcome, ProofFigures, ProofLine } from './proof'
export type { ProofBase, ProofCase, ProofSheet } from './cases'
