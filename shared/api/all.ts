import { airRoutes } from './air'
import { routes } from './routes'

/** Every route of the product. The server serves these and no others; one test walks them all. */
export const allRoutes = { ...routes, ...airRoutes }
