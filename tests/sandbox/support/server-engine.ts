import createKnex from 'knex'
import type { SandboxEngine, SandboxReport, SandboxWork } from '@nomenklatura/core/instances'
import type { TrialReport, TrialWork } from '@nomenklatura/core/row-trial'
import { remember, runWork, STUDENT } from '../../../sandbox/run-work'
import { TrialRoom } from '../../../sandbox/trial-room'
import type { Session } from '../../../sandbox/session'
import { createDatabase } from '../../support/databases'
import { serverSession } from './server-session'

/** The same work on a PostgreSQL server of Debian's, in a database of its own. */
export class ServerEngine implements SandboxEngine {
  private constructor(private readonly session: Session) {}

  static async start(database: string, statementMs = 3000): Promise<ServerEngine> {
    const url = await createDatabase(database)
    const knex = createKnex({ client: 'pg', connection: url, pool: { min: 1, max: 1 } })
    await knex.raw(
      `DO $$ BEGIN CREATE ROLE ${STUDENT} NOLOGIN; EXCEPTION WHEN duplicate_object OR unique_violation THEN NULL; END $$`,
    )
    await knex.raw(`GRANT CREATE, USAGE ON SCHEMA public TO ${STUDENT}`)
    await knex.raw('GRANT CREATE ON DATABASE ?? TO ??', [database, STUDENT])
    await knex.destroy()
    const session = await serverSession(url, statementMs)
    await remember(session)
    return new ServerEngine(session)
  }

  run(work: SandboxWork): Promise<SandboxReport> {
    return runWork(this.session, work)
  }

  async show(trial: TrialWork): Promise<TrialReport> {
    const room = new TrialRoom(this.session)
    const report = await room.show(trial)
    await room.leave()
    return report
  }

  /** A room that stays, as in the browser. */
  room(): TrialRoom {
    return new TrialRoom(this.session)
  }

  close(): Promise<void> {
    return this.session.close()
  }
}
