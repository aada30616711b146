import { keyboard } from '../support/hands.js';
import { tellTenSteps } from '../support/tenSteps.js';

tellTenSteps('the keyboard alone', keyboard);
