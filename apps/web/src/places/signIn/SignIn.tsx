import { SignInDto, type SignInOptions, type TeacherView } from '@cifra/contract';
import { classValidatorResolver } from '@hookform/resolvers/class-validator';
import { ArrowRight } from 'lucide-react';
import { useState } from 'react';
import { useForm } from 'react-hook-form';
import { useLocation, useNavigate } from 'react-router';
import useSWR, { mutate } from 'swr';
import { get, post, sessionEnd } from '../../api/request';
import { Button } from '../../ui/Button';
import { TextField } from '../../ui/Field';
import { Wordmark } from '../../ui/Wordmark';
import { beginSession, forgotten, lastPlace, OPTIONS } from '../../frame/session';
import { SampleStaff } from './SampleStaff';
import { reasonOf } from '../../ui/reason';

export function SignIn() {
  const navigate = useNavigate();
  const from = (useLocation().state as { from?: string } | null)?.from ?? lastPlace();
  const { data: options } = useSWR<SignInOptions>(OPTIONS, get);
  const [refused, setRefused] = useState<string>();
  const [waiting, setWaiting] = useState(false);
  const {
    register,
    handleSubmit,
    formState: { errors },
  } = useForm<SignInDto>({ resolver: classValidatorResolver(SignInDto), defaultValues: { email: '', password: '' } });

  const enter = async (request: () => Promise<TeacherView>) => {
    setRefused(undefined);
    setWaiting(true);
    try {
      await forgotten();
      const teacher = await request();
      beginSession();
      sessionEnd.begin();
      await mutate('/api/session', teacher, { revalidate: false });
      void navigate(from, { replace: true });
    } catch (e) {
      setRefused(reasonOf(e));
    } finally {
      setWaiting(false);
    }
  };

  return (
    <div className="grid min-h-full md:grid-cols-[1fr_30rem]">
      <div className="flex flex-col justify-center bg-desk px-8 py-12 md:px-16">
        <Wordmark large />
        <h1 className="mt-10 max-w-xl text-3xl md:text-[40px]">
          One written line. A page for every player in the room.
        </h1>
        <p className="mt-4 max-w-lg text-[16px] text-secondary">
          Transposed, with its key signature, and over every note the figure that tells the hands what to do.
        </p>
        <SampleStaff />
      </div>
      <div className="flex flex-col justify-center px-8 py-12 md:px-14">
        <h2 className="mb-6 text-2xl">Sign in</h2>
        <form
          noValidate
          onSubmit={(e) => void handleSubmit((v) => enter(() => post<TeacherView>('/api/session', v)))(e)}
          className="space-y-4"
        >
          <TextField
            id="email"
            label="E-mail"
            type="email"
            autoComplete="username"
            error={errors.email?.message}
            {...register('email')}
          />
          <TextField
            id="password"
            label="Password"
            type="password"
            autoComplete="current-password"
            error={errors.password?.message}
            {...register('password')}
          />
          {refused !== undefined && (
            <p role="alert" className="rounded-md bg-warning-soft px-3 py-2 text-warning">
              {refused}
            </p>
          )}
          <Button kind="primary" type="submit" className="h-10 w-full" disabled={waiting}>
            Sign in
          </Button>
        </form>
        {options?.demo === true && (
          <div className="mt-8 border-t border-line pt-6">
            <p className="mb-3 text-secondary">
              Just looking? Tidewater School is invented, with six lines on the shelf.
            </p>
            <Button
              className="h-10 w-full"
              disabled={waiting}
              onClick={() => void enter(() => post<TeacherView>('/api/session/demo'))}
              icon={<ArrowRight size={16} />}
            >
              Open the demo as Mara
            </Button>
          </div>
        )}
      </div>
    </div>
  );
}
