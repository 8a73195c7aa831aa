import {
  type ClassView,
  type PupilView,
  REPORT_PARTS,
  REPORT_WORDS,
  type ReportPart,
  reportSections,
} from '@cifra/contract';
import { Download } from 'lucide-react';
import { useState } from 'react';
import { makeReport } from '../../api/classResources';
import { useTeaching } from '../../conventions/teaching';
import { Button } from '../../ui/Button';
import { TextAreaField } from '../../ui/Field';
import { Modal, ModalFooter } from '../../ui/Modal';
import { useAttempt } from '../../ui/useAttempt';
import type { ClassRecords } from './useClassRecords';
import { filledIn } from '@cifra/contract';

interface Props {
  readonly group: ClassView;
  readonly pupil: PupilView;
  readonly records: ClassRecords;
  readonly from: string;
  readonly to: string;
  readonly onClose: () => void;
}

/** A page about one pupil, for parents or a report: what is ticked stands in it, nothing else does. */
export function ReportDialog({ group, pupil, records, from, to, onClose }: Props) {
  const [parts, setParts] = useState<readonly ReportPart[]>(['notes', 'assignments', 'practice']);
  const [word, setWord] = useState('');
  const [making, setMaking] = useState(false);
  const attempt = useAttempt();
  const { conventions } = useTeaching(group);
  const facts = { ...records, pupil, group, conventions };
  const whole = reportSections(facts, { parts: [...REPORT_PARTS], from, to });
  const make = async () => {
    setMaking(true);
    const isMade = await attempt(() => makeReport(group.id, pupil.id, filledIn({ parts: [...parts], from, to, word })));
    setMaking(false);
    if (isMade) onClose();
  };
  return (
    <Modal
      open
      onOpenChange={(on) => {
        if (!on) onClose();
      }}
      title={`Report on ${pupil.name}`}
      description="Only what is ticked stands on the page."
      wide
    >
      <div className="mb-4">
        <TextAreaField
          id="report-word"
          label="A word of yours"
          rows={3}
          maxLength={2000}
          value={word}
          onChange={(e) => setWord(e.target.value)}
        />
      </div>
      <ul className="space-y-2">
        {REPORT_PARTS.map((part) => {
          const section = whole.find((s) => s.part === part);
          const ticked = parts.includes(part);
          return (
            <li key={part}>
              <label className={`flex items-start gap-2 ${section === undefined ? 'text-secondary' : ''}`}>
                <input
                  type="checkbox"
                  className="mt-1 accent-[var(--color-accent)]"
                  disabled={section === undefined}
                  checked={ticked && section !== undefined}
                  onChange={(e) =>
                    setParts(
                      e.target.checked
                        ? REPORT_PARTS.filter((p) => parts.includes(p) || p === part)
                        : parts.filter((p) => p !== part),
                    )
                  }
                />
                <span>
                  <strong className="font-semibold">{REPORT_WORDS[part]}</strong>
                  {section === undefined ? (
                    ': nothing in these days'
                  ) : (
                    <span className="block text-[13px] text-secondary">
                      {section.lines.slice(0, 2).join('; ')}
                      {section.lines.length > 2 ? ` and ${section.lines.length - 2} more` : ''}
                    </span>
                  )}
                </span>
              </label>
            </li>
          );
        })}
      </ul>
      <div className="mt-4">
        <ModalFooter>
          <Button onClick={onClose}>Cancel</Button>
          <Button
            kind="primary"
            icon={<Download size={15} aria-hidden />}
            disabled={making || (parts.length === 0 && word.trim() === '')}
            onClick={() => void make()}
          >
            {making ? 'Making the page' : 'Make the page (PDF)'}
          </Button>
        </ModalFooter>
      </div>
    </Modal>
  );
}
