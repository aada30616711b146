// What other features and packages may use; every other file here is private to the folder.
export {
  dominatorsOf,
  type EdgePlace,
  type Flow,
  flowForward,
  type Graph,
  isAcyclic,
  knotsIn,
  reach,
  reachBehind,
  reversed,
  type Search,
  searchDeep,
  undirected,
} from './graph.js';
