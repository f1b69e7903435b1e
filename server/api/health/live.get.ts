import { defineRoute } from '../../auth/route'

/** Whether this process runs: for whoever starts it anew when it does not. The database may be away. */
export default defineRoute({ access: { to: 'anyone' }, handle: () => Promise.resolve({ live: true }) })
