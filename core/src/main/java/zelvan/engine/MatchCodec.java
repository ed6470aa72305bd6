package zelvan.engine;

import java.io.DataInputStream;
import java.io.DataOutputStream;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import zelvan.align.Aligner;
import zelvan.align.Alignment;
import zelvan.align.Anchor;
import zelvan.analysis.LandmarkKind;
import zelvan.units.RecordedSpan;

/// Two voices, matched without any help, as bytes.
final class MatchCodec {
    private static final String NO_KIND = "";

    private MatchCodec() {}

    static void write(DataOutputStream out, Aligner.Match match) throws IOException {
        Alignment found = match.alignment();
        out.writeInt(found.anchors().size());
        for (Anchor anchor : found.anchors()) {
            out.writeUTF(anchor.kind().map(LandmarkKind::name).orElse(NO_KIND));
            out.writeDouble(anchor.sourceSeconds());
            out.writeDouble(anchor.guideSeconds());
            out.writeDouble(anchor.confidence());
        }
        AnalysisCodec.writeSpans(out, found.unmatched());
        AnalysisCodec.writeSpans(out, found.missing());
        out.writeDouble(match.scale().spectrumWeight());
        out.writeDouble(match.scale().wordSpread());
        out.writeDouble(match.scale().syllableSpread());
        out.writeDouble(match.scale().fineSpread());
    }

    static Aligner.Match read(DataInputStream in) throws IOException {
        List<Anchor> anchors = new ArrayList<>();
        for (int i = in.readInt(); i > 0; i--) {
            String kind = in.readUTF();
            anchors.add(
                    Anchor.found(
                            kind.equals(NO_KIND)
                                    ? Optional.empty()
                                    : Optional.of(LandmarkKind.valueOf(kind)),
                            in.readDouble(),
                            in.readDouble(),
                            in.readDouble()));
        }
        Alignment found =
                new Alignment(
                        anchors,
                        AnalysisCodec.readSpans(in),
                        AnalysisCodec.readSpans(in).stream().map(RecordedSpan::asGuide).toList());
        return new Aligner.Match(
                found,
                new Aligner.Scale(
                        in.readDouble(), in.readDouble(), in.readDouble(), in.readDouble()));
    }
}
