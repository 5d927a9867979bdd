import { lookAtEach } from './screens/look-at-each';
import { writeAndArrange } from './screens/write-and-arrange';

lookAtEach(writeAndArrange);
