// Draws tunes with the drawing library VexFlow, which took no part in training; runs in a page that has loaded it.

/**
 * @param tunes as made by makeTune; @param width of a line in pixels
 * Leaves one drawing under the other in the page.
 */
export function drawTunes({ tunes, width, font }) {
  const VexFlow = window.VexFlow;
  const {
    Renderer,
    Stave,
    StaveNote,
    Voice,
    Formatter,
    Beam,
    Dot,
    Accidental,
    StaveTie,
    Curve,
    Tuplet,
    Articulation,
    BarlineType,
    Fraction,
  } = VexFlow;
  // What the font lacks, the number of a triplet, comes from the second.
  VexFlow.setFonts(font, 'Bravura', 'Academico');
  const all = document.getElementById('all');
  all.innerHTML = '';
  const LETTERS = 'cdefgab';
  const VALUE = { 16: 'w', 8: 'h', 4: 'q', 2: '8', 1: '16' };
  const KEYS = { '-3': 'Eb', '-2': 'Bb', '-1': 'F', 0: 'C', 1: 'G', 2: 'D', 3: 'A' };
  const SIGN = { sharp: '#', flat: 'b', natural: 'n' };
  const ARTIC = { staccato: 'a.', accent: 'a>', tenuto: 'a-' };
  for (const tune of tunes) {
    const title = document.createElement('h3');
    title.textContent = tune.title;
    title.style.cssText = 'margin:6px 0 0;font:600 17px serif';
    all.append(title);
    const [beats, unit] = tune.meter;
    for (let from = 0; from < tune.bars.length; from += tune.perLine) {
      const bars = tune.bars.slice(from, from + tune.perLine);
      const div = document.createElement('div');
      all.append(div);
      const renderer = new Renderer(div, Renderer.Backends.SVG);
      renderer.resize(width + 20, 165);
      const context = renderer.getContext();
      const head = 55 + Math.abs(tune.fifths) * 11 + (from === 0 ? 28 : 0);
      const weight = bars.map((b) =>
        Math.max(
          2,
          b.events.reduce((s, e) => s + Math.sqrt(e.length) + 0.6, 0),
        ),
      );
      const sum = weight.reduce((a, b) => a + b, 0);
      let x = 2;
      const drawn = [];
      bars.forEach((bar, i) => {
        const w = ((width - head) * weight[i]) / sum + (i === 0 ? head : 0);
        const stave = new Stave(x, 30, w);
        x += w;
        if (i === 0) {
          stave.addClef(tune.clef).addKeySignature(KEYS[tune.fifths]);
          if (from === 0) stave.addTimeSignature(`${beats}/${unit}`);
        }
        if (from + i === tune.bars.length - 1)
          stave.setEndBarType(tune.repeat ? BarlineType.REPEAT_END : BarlineType.END);
        stave.setContext(context).draw();
        const notes = bar.events.map((e) => {
          if (e.whole)
            return new StaveNote({
              keys: [{ treble: 'b/4', bass: 'd/3', alto: 'c/4', tenor: 'a/3' }[tune.clef]],
              duration: 'wr',
              clef: tune.clef,
              alignCenter: true,
            });
          const dotted = VALUE[e.length] === undefined;
          const duration = VALUE[dotted ? (e.length / 3) * 2 : e.length];
          const rest = e.kind === 'rest';
          const key = rest
            ? { treble: 'b/4', bass: 'd/3', alto: 'c/4', tenor: 'a/3' }[tune.clef]
            : `${LETTERS[e.step % 7]}/${Math.floor(e.step / 7)}`;
          const note = new StaveNote({
            keys: [key],
            duration: duration + (rest ? 'r' : ''),
            dots: dotted ? 1 : 0,
            clef: tune.clef,
            autoStem: true,
          });
          if (dotted) Dot.buildAndAttach([note], { all: true });
          if (e.sign) note.addModifier(new Accidental(SIGN[e.sign]));
          if (e.artic)
            note.addModifier(new Articulation(ARTIC[e.artic]).setPosition(note.getStemDirection() === 1 ? 4 : 3));
          if (e.fermata) note.addModifier(new Articulation('a@a').setPosition(3));
          return note;
        });
        const tuplets = [];
        bar.events.forEach((e, k) => e.triplet === 0 && tuplets.push(new Tuplet(notes.slice(k, k + 3))));
        const beams = Beam.generateBeams(
          notes.filter((n, k) => !bar.events[k].whole),
          { groups: [unit === 8 ? new Fraction(3, 8) : new Fraction(1, 4)], maintainStemDirections: false },
        );
        const voice = new Voice({ numBeats: 4, beatValue: 4 }).setMode(Voice.Mode.SOFT).addTickables(notes);
        new Formatter().joinVoices([voice]).format([voice], Math.max(30, w - (i === 0 ? head : 0) - 28));
        voice.draw(context, stave);
        for (const b of beams) b.setContext(context).draw();
        for (const t of tuplets) t.setContext(context).draw();
        notes.forEach((n, k) => drawn.push([bar.events[k], n]));
      });
      drawn.forEach(([e, n], k) => {
        const next = drawn[k + 1]?.[1];
        if (e.tie)
          new StaveTie({ firstNote: n, lastNote: next, firstIndexes: [0], lastIndexes: [0] })
            .setContext(context)
            .draw();
        else if (e.slur && next !== undefined) new Curve(n, next, {}).setContext(context).draw();
      });
    }
  }
}
