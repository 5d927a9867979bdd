/** The page where people arrive, and the box that leads to anything by its name. */

export { benchOf, goTo } from './go-to';
export { overview } from './overview';
