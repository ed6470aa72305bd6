package zelvan.body;

import zelvan.render.FormantRanges;
import zelvan.render.HarmonicGains;
import zelvan.render.LowCuts;
import zelvan.render.Shape;
import zelvan.units.Curve;

/// What a voice's body is made, by the moment of the voice as recorded.
///
/// @param formantCents how far up its formants are moved
/// @param formantRanges of which harmonics
/// @param harmonics how much louder its harmonics sound
/// @param lowCuts what is cut of its lows
public record Body(
        Curve formantCents, FormantRanges formantRanges, HarmonicGains harmonics, LowCuts lowCuts) {
    /// A shape with this body.
    public Shape of(Shape shape) {
        return shape.withFormants(formantCents)
                .withFormantRanges(formantRanges)
                .withHarmonics(harmonics)
                .withLowCuts(lowCuts);
    }
}
