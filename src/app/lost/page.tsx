import NotFound from '../not-found'

/** What is kept for an unknown address when there is no server. */
export default NotFound
