package zelvan.render;

/// What one sound has and another has not, sample by sample.
///
/// @param whole at the rate and with the channels of the other
record Difference(VoiceSource whole, VoiceSource rest) implements VoiceSource {
    @Override
    public int sampleRateHertz() {
        return whole.sampleRateHertz();
    }

    @Override
    public int channelCount() {
        return whole.channelCount();
    }

    @Override
    public long frames() {
        return Math.max(whole.frames(), rest.frames());
    }

    @Override
    public boolean prepare(long frame, int count) {
        return whole.prepare(frame, count) || rest.prepare(frame, count);
    }

    @Override
    public void read(int channel, long frame, float[] into, int count) {
        float[] other = new float[count];
        whole.read(channel, frame, into, count);
        rest.read(channel, frame, other, count);
        for (int i = 0; i < count; i++) {
            into[i] -= other[i];
        }
    }
}
