import './bassoon';
import './clarinet';
import './flute';
import './oboe';
import './recorder';
import './saxophone';
