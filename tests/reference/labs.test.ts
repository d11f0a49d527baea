/**
 * Sites brought up for real, one after the other in one worker: two at a time would take each other the moments in which leases are asked for, and a
 * worker that only waits for its turn does nothing else.
 */
import './labs/leaks'
import './labs/gateways'
import './labs/here'
import './labs/runbooks'
import './labs/jobs'
