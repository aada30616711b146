import { create, parseDependencies } from 'mathjs';

export const makeParser = () => create({ ...parseDependencies });
