import { workingOf, type RelationTask, type Working } from '@nomenklatura/core/claims'

export interface WorkingRequest { readonly id: number, readonly task: Pick<RelationTask, 'name' | 'attributes' | 'dependencies' | 'nonAtomic'>, readonly split: string }
export type WorkingReport
  = | { readonly id: number, readonly kind: 'progress', readonly keys: number }
    | { readonly id: number, readonly kind: 'done', readonly working: Working }

addEventListener('message', ({ data }: MessageEvent<WorkingRequest>) => {
  const { id, task, split } = data
  const report = (message: WorkingReport): void => postMessage(message)
  const working = workingOf(task, split, (keys) => {
    if (keys % 100 === 0) report({ id, kind: 'progress', keys })
    return false
  })
  report({ id, kind: 'done', working })
})
