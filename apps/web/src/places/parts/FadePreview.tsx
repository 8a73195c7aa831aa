import { firstBars, type FadeStep, type PageSetup } from '@cifra/core';
import type { PartRequest } from '../../engraving/engraveWorker';
import { useScroll } from '../../engraving/useEngraving';
import { DRAWN, Loaded } from '../../ui/Loaded';
import { Sheet } from '../../ui/Sheet';
import { FADE_MEANS, FADE_WORDS } from '../../words/pageWords';

/** The part whose first bars show what each step leaves over the notes. */
export type FadePreviewRequest = Omit<PartRequest, 'page'> & { readonly page: PageSetup };

interface Props {
  readonly step: FadeStep;
  readonly request: FadePreviewRequest;
  /** Whether it is what a page takes today. */
  readonly isNow: boolean;
}

const BARS = 4;
const WIDTH_MM100 = 15000;
const LONG_AGO = '2000-01-01';

/** What one step of fading leaves over the first bars. */
export function FadePreview({ step, request, isNow }: Props) {
  const { otherLines: _others, source, ...alone } = request.exercise;
  const { woodwind, brass } = request.page.rows;
  const page: PageSetup = {
    ...request.page,
    rows: {
      woodwind: woodwind.map(({ fade: _f, ...row }) => row),
      brass: brass.map(({ fade: _f, ...row }) => row),
    },
    strip: false,
    legend: false,
    size: 'small',
    fades: [{ from: LONG_AGO, step }],
  };
  const strip = useScroll({
    ...request,
    exercise: { ...alone, source: firstBars(source, BARS) },
    widthMm100: WIDTH_MM100,
    page,
    teaching: { ...request.teaching, conventions: { ...request.teaching.conventions, figures: 'fade' } },
  });
  return (
    <figure className={`rounded-md border p-3 ${isNow ? 'border-accent' : 'border-line'}`}>
      <figcaption className="mb-2 text-[13px]">
        <strong className="font-semibold">{FADE_WORDS[step]}</strong>
        {isNow ? ', today' : ''}
        <span className="block text-secondary">{FADE_MEANS[step]}</span>
      </figcaption>
      <Loaded of={strip} what="The preview" verb={DRAWN} systems={1}>
        {(drawn) => (
          <div aria-hidden inert>
            <Sheet page={drawn} />
          </div>
        )}
      </Loaded>
    </figure>
  );
}
