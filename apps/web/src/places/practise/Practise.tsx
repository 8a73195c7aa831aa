import { instrumentWord } from '@cifra/contract/words';
import type { ClassView, ExerciseView } from '@cifra/contract';
import { useTitle } from '../../ui/useTitle';
import { type InstrumentId, isInstrumentId, knownNotes, taughtAs } from '@cifra/core';
import { instrumentTitle } from '@cifra/engrave';
import { useNavigate, useParams } from 'react-router';
import { useTerm } from '../../api/classResources';
import { useTeacher } from '../../api/resources';
import { OpenExercise } from '../../exercise/OpenExercise';
import { useTeaching } from '../../conventions/teaching';
import { SelectField } from '../../ui/Field';
import { HandedIn } from './HandedIn';
import { PracticeScreen } from '../../practice/PracticeScreen';

/** Opens the line and the class that practises it. */
export const Practise = () => (
  <OpenExercise what="line" then="then it can be practised.">
    {(exercise, group) => <OpenPractise key={exercise.id} exercise={exercise} group={group} />}
  </OpenExercise>
);

function OpenPractise({ exercise, group }: { readonly exercise: ExerciseView; readonly group: ClassView }) {
  const { instrument } = useParams();
  const navigate = useNavigate();
  const teaching = useTeaching(group);
  const { data: teacher } = useTeacher();
  const { data: term } = useTerm(group.id);
  const id: InstrumentId =
    instrument !== undefined && isInstrumentId(instrument) && group.instruments.includes(instrument)
      ? instrument
      : (group.instruments[0] ?? 'flute');
  useTitle(`${exercise.title}, practised`);
  return (
    <PracticeScreen
      id={exercise.id}
      exercise={exercise.document}
      instrument={id}
      teaching={teaching}
      page={group.page}
      paper={group.paper}
      known={knownNotes(group.known)[id]}
      along={group.instruments}
      ladder={teacher?.practice?.ladder}
      cleanGoal={teacher?.practice?.cleanGoal}
      handed={<HandedIn exerciseId={exercise.id} rubric={term?.rubric} />}
    >
      <header className="flex min-h-14 flex-wrap items-center gap-x-4 gap-y-2 border-b border-line bg-white px-5 py-2">
        <h1 className="truncate text-[20px]">{exercise.title}</h1>
        <p className="text-[13px] text-secondary max-md:hidden">
          {instrumentTitle(taughtAs(id, teaching.conventions))}
        </p>
        <SelectField
          id="practise-for"
          label="Practise it on"
          hideLabel
          className="ml-auto w-56"
          value={id}
          onChange={(e) =>
            void navigate(
              { pathname: `/exercises/${exercise.id}/practise/${e.target.value}`, search: window.location.search },
              { replace: true },
            )
          }
        >
          {group.instruments.map((i) => (
            <option key={i} value={i}>
              on the {instrumentWord(taughtAs(i, teaching.conventions))}
            </option>
          ))}
        </SelectField>
      </header>
    </PracticeScreen>
  );
}
