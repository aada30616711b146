export { type Endpoint, LinkLost } from './connection.js';
export { discoverVehicles, doipPort, type FoundVehicle } from './discovery.js';
export { type AskOptions, type LinkOptions, openLink, type Reply, type Urgency, type VehicleLink } from './link.js';
