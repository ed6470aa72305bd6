package zelvan.audio;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.stream.Collectors;
import zelvan.units.Clock;
import zelvan.units.Decibels;

/// Keeps a sound within what integer samples can hold: what would be cut off is lowered as a whole,
/// and said.
public final class Headroom {
    /// The highest sample of what is lowered, so that rounding does not cut it off after all.
    private static final double HIGHEST_DECIBELS = -0.1;

    /// What lies this close together is one place.
    private static final double SAME_PLACE_SECONDS = 0.25;

    private static final int MOST_PLACES_NAMED = 3;

    private Headroom() {}

    /// A sound that fits.
    ///
    /// @param loweredDecibels by how much it was lowered, 0 if it was not
    /// @param placesSeconds where it would have been cut off, in order
    public record Fitted(Sound sound, double loweredDecibels, List<Double> placesSeconds) {
        public Fitted {
            placesSeconds = List.copyOf(placesSeconds);
        }

        /// What the user is told; empty if nothing was done.
        public String words() {
            if (placesSeconds.isEmpty()) {
                return "";
            }
            int more = placesSeconds.size() - MOST_PLACES_NAMED;
            return String.format(
                    Locale.ROOT,
                    "lowered by %.1f dB, or it would have been cut off at %s%s",
                    loweredDecibels,
                    placesSeconds.stream()
                            .limit(MOST_PLACES_NAMED)
                            .map(place -> Clock.text(place, 2))
                            .collect(Collectors.joining(", ")),
                    more > 0 ? " and " + more + " more places" : "");
        }
    }

    /// @param format that it is to be written in; floating point holds everything
    public static Fitted fit(Sound sound, SoundFormat format) {
        if (format.floatingPoint()) {
            return new Fitted(sound, 0, List.of());
        }
        float[] highest = highest(sound);
        double peak = 1;
        List<Double> places = new ArrayList<>();
        double last = Double.NEGATIVE_INFINITY;
        for (int i = 0; i < highest.length; i++) {
            if (highest[i] > 1) {
                double seconds = (double) i / sound.sampleRateHertz();
                if (seconds - last > SAME_PLACE_SECONDS) {
                    places.add(seconds);
                }
                last = seconds;
                peak = Math.max(peak, highest[i]);
            }
        }
        if (places.isEmpty()) {
            return new Fitted(sound, 0, places);
        }
        double lowered = Decibels.ofAmplitude(peak) - HIGHEST_DECIBELS;
        return new Fitted(sound.times((float) Decibels.toAmplitude(-lowered)), lowered, places);
    }

    /// The greatest size in each frame.
    private static float[] highest(Sound sound) {
        float[] highest = new float[sound.frames()];
        for (int c = 0; c < sound.channelCount(); c++) {
            float[] samples = sound.channel(c);
            for (int i = 0; i < samples.length; i++) {
                highest[i] = Math.max(highest[i], Math.abs(samples[i]));
            }
        }
        return highest;
    }
}
