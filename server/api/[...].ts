// eslint-disable-next-line @typescript-eslint/triple-slash-reference -- the module is made by the build, and declared there for every project that sees this file
/// <reference path="../types.d.ts" />
import routes from '#api-routes'
import { unknownRoute } from '../auth/unknown-route'

export default unknownRoute(routes)
