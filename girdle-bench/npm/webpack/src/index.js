import {tie} from './rope'; console.log(tie(['a','b']));
