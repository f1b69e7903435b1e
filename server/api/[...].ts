// eslint-disable-next-line @typescript-eslint/triple-slash-reference -- made by the build, declared there
/// <reference path="../types.d.ts" />
import routes from '#api-routes'
import { unknownRoute } from '../auth/unknown-route'

export default unknownRoute(routes)
