package zelvan.engine;

import java.io.DataInputStream;
import java.io.DataOutputStream;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import zelvan.analysis.End;
import zelvan.analysis.FrameRows;
import zelvan.analysis.Landmark;
import zelvan.analysis.LandmarkKind;
import zelvan.analysis.Note;
import zelvan.analysis.PitchTrack;
import zelvan.analysis.Transition;
import zelvan.analysis.VoiceAnalysis;
import zelvan.units.ClockSpan;
import zelvan.units.RecordedSpan;

/// An analysis as bytes.
final class AnalysisCodec {
    private AnalysisCodec() {}

    static void write(DataOutputStream out, VoiceAnalysis a) throws IOException {
        out.writeDouble(a.seconds());
        out.writeDouble(a.activeDecibels());
        out.writeDouble(a.pitch().hopSeconds());
        out.writeInt(a.frames());
        float[] hertz = new float[a.frames()];
        float[] voicing = new float[a.frames()];
        for (int f = 0; f < hertz.length; f++) {
            hertz[f] = (float) a.pitch().hertz(f);
            voicing[f] = (float) a.pitch().voicing(f);
        }
        ArrayCodec.write(out, hertz);
        ArrayCodec.write(out, voicing);
        ArrayCodec.write(out, a.levelDecibels());
        ArrayCodec.write(out, a.loudness());
        writeSpans(out, a.pitch().octaveDoubts());
        writeRows(out, a.phonetic());
        writeRows(out, a.spectrum());
        out.writeInt(a.transitions().size());
        for (Transition t : a.transitions()) {
            out.writeDouble(t.seconds());
            ArrayCodec.write(out, t.changeDecibels());
        }
        out.writeInt(a.landmarks().size());
        for (Landmark l : a.landmarks()) {
            out.writeUTF(l.kind().name());
            out.writeDouble(l.seconds());
            out.writeDouble(l.strength());
        }
        out.writeInt(a.notes().size());
        for (Note n : a.notes()) {
            writeSpan(out, n.span());
            out.writeDouble(n.hertz());
        }
        writeSpans(out, a.phrases());
        writeSpans(out, a.esses());
        writeSpans(out, a.breaths());
        out.writeInt(a.ends().size());
        for (End end : a.ends()) {
            out.writeUTF(end.kind().name());
            writeSpan(out, end.span());
        }
    }

    private static void writeRows(DataOutputStream out, FrameRows rows) throws IOException {
        out.writeInt(rows.width());
        out.write(rows.bytes());
    }

    private static FrameRows readRows(DataInputStream in, int frames) throws IOException {
        int width = in.readInt();
        if ((long) frames * width > in.available() / Short.BYTES) {
            throw new IOException("there are not " + frames + " rows of " + width);
        }
        byte[] bytes = new byte[frames * width * Short.BYTES];
        in.readFully(bytes);
        return FrameRows.ofBytes(width, bytes);
    }

    private static void writeSpan(DataOutputStream out, ClockSpan<?> span) throws IOException {
        out.writeDouble(span.startSeconds());
        out.writeDouble(span.endSeconds());
    }

    static void writeSpans(DataOutputStream out, List<? extends ClockSpan<?>> spans)
            throws IOException {
        out.writeInt(spans.size());
        for (ClockSpan<?> span : spans) {
            writeSpan(out, span);
        }
    }

    static VoiceAnalysis read(DataInputStream in) throws IOException {
        double seconds = in.readDouble();
        double active = in.readDouble();
        double hop = in.readDouble();
        int frames = in.readInt();
        float[] hertz = ArrayCodec.readFloats(in);
        float[] voicing = ArrayCodec.readFloats(in);
        float[] level = ArrayCodec.readFloats(in);
        float[] loudness = ArrayCodec.readFloats(in);
        PitchTrack pitch = new PitchTrack(hop, hertz, voicing, readSpans(in));
        FrameRows phonetic = readRows(in, frames);
        FrameRows spectrum = readRows(in, frames);
        List<Transition> transitions = new ArrayList<>();
        for (int i = in.readInt(); i > 0; i--) {
            double at = in.readDouble();
            transitions.add(new Transition(at, ArrayCodec.readFloats(in)));
        }
        List<Landmark> landmarks = new ArrayList<>();
        for (int i = in.readInt(); i > 0; i--) {
            landmarks.add(
                    new Landmark(
                            LandmarkKind.valueOf(in.readUTF()), in.readDouble(), in.readDouble()));
        }
        List<Note> notes = new ArrayList<>();
        for (int i = in.readInt(); i > 0; i--) {
            notes.add(new Note(readSpan(in), in.readDouble()));
        }
        List<RecordedSpan> phrases = readSpans(in);
        List<RecordedSpan> esses = readSpans(in);
        List<RecordedSpan> breaths = readSpans(in);
        List<End> ends = new ArrayList<>();
        for (int i = in.readInt(); i > 0; i--) {
            ends.add(new End(End.Kind.valueOf(in.readUTF()), readSpan(in)));
        }
        return new VoiceAnalysis(
                seconds,
                pitch,
                level,
                loudness,
                active,
                phonetic,
                spectrum,
                transitions,
                landmarks,
                phrases,
                notes,
                esses,
                breaths,
                ends);
    }

    private static RecordedSpan readSpan(DataInputStream in) throws IOException {
        return new RecordedSpan(in.readDouble(), in.readDouble());
    }

    static List<RecordedSpan> readSpans(DataInputStream in) throws IOException {
        List<RecordedSpan> spans = new ArrayList<>();
        for (int i = in.readInt(); i > 0; i--) {
            spans.add(readSpan(in));
        }
        return spans;
    }
}
