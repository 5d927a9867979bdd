import { lookAtEach } from './screens/look-at-each';
import { shapeAndMap } from './screens/shape-and-map';

lookAtEach(shapeAndMap);
