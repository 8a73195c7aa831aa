import type { Exercise } from './exercise';
import { forPupil } from './forPupil';

const line: Exercise = {
  owner: 'concert',
  source: { title: 'Two parts', measures: [], slurs: [], hairpins: [] },
  partChoices: { horn: { octaves: 1 }, tuba: { line: 1 } },
  pupilChoices: { ada: { line: 1 }, bo: {} },
};

it("has a pupil's own choice in place of the instrument's, and nobody else's", () => {
  expect(forPupil(line, 'ada', 'horn').partChoices).toEqual({ horn: { line: 1 } });
  // Chosen as proposed, otherwise than the others.
  expect(forPupil(line, 'bo', 'horn').partChoices).toEqual({ horn: {} });
  expect(forPupil(line, 'cy', 'horn').partChoices).toEqual({ horn: { octaves: 1 } });
  expect(forPupil(line, undefined, 'horn').partChoices).toEqual({ horn: { octaves: 1 } });
  expect(forPupil(line, 'ada', 'flute').partChoices).toEqual({ flute: { line: 1 } });
  // Who can be heard with it plays what their own pages say.
  expect(forPupil(line, 'ada', 'horn', ['horn', 'tuba']).partChoices).toEqual({ horn: { line: 1 }, tuba: { line: 1 } });
  expect(JSON.stringify(forPupil(line, 'cy', 'flute'))).not.toMatch(/ada|tuba/);
});
