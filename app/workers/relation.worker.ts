import { workingOf, type RelationTask, type Working } from '@nomenklatura/core/claims'

export interface WorkingRequest {
  readonly id: number
  readonly task: RelationTask
  readonly split: string
}
export type WorkingReport =
  | { readonly id: number; readonly kind: 'progress'; readonly steps: number }
  | { readonly id: number; readonly kind: 'done'; readonly working: Working }

addEventListener('message', ({ data: { id, task, split } }: MessageEvent<WorkingRequest>) => {
  const report = (message: WorkingReport): void => postMessage(message)
  let steps = 0
  const working = workingOf(task, split, () => {
    if (++steps % 200 === 0) report({ id, kind: 'progress', steps })
  })
  report({ id, kind: 'done', working })
})
