import { mouse } from '../support/hands.js';
import { tellTenSteps } from '../support/tenSteps.js';

tellTenSteps('the mouse', mouse);
