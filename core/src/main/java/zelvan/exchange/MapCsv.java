package zelvan.exchange;

import de.siegmar.fastcsv.reader.CsvParseException;
import de.siegmar.fastcsv.reader.CsvReader;
import de.siegmar.fastcsv.reader.NamedCsvRecord;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.NoSuchElementException;
import java.util.function.Function;
import zelvan.timing.TimeMap;
import zelvan.tuning.PitchMap;

/// Time maps and pitch maps as CSV.
public final class MapCsv {
    private MapCsv() {}

    /// @param file has the header `sourceSeconds,outputSeconds`; both strictly increase
    /// @throws ExchangeProblem if the file is missing, has another header, or does not increase
    public static TimeMap readTimeMap(Path file) throws ExchangeProblem {
        return read(
                file,
                "a time map",
                "Give the columns sourceSeconds and outputSeconds, both increasing",
                "outputSeconds",
                TimeMap.Point::new,
                TimeMap::of);
    }

    /// @param file has the header `sourceSeconds,cents`; the first does not decrease
    /// @throws ExchangeProblem if the file is missing, has another header, or is out of order
    public static PitchMap readPitchMap(Path file) throws ExchangeProblem {
        return read(
                file,
                "a pitch map",
                "Give the columns sourceSeconds, in order, and cents, from -2400 to 2400",
                "cents",
                PitchMap.Point::new,
                PitchMap::of);
    }

    private interface PointOf<P> {
        P at(double sourceSeconds, double value);
    }

    private static <P, M> M read(
            Path file,
            String what,
            String remedy,
            String column,
            PointOf<P> point,
            Function<List<P>, M> map)
            throws ExchangeProblem {
        try (CsvReader<NamedCsvRecord> csv = CsvReader.builder().ofNamedCsvRecord(file)) {
            List<P> points = new ArrayList<>();
            for (NamedCsvRecord row : csv) {
                points.add(
                        point.at(
                                Double.parseDouble(row.getField("sourceSeconds")),
                                Double.parseDouble(row.getField(column))));
            }
            return map.apply(points);
        } catch (IOException e) {
            throw new ExchangeProblem(
                    file, what + " could not be read", "Check its name and place", e);
        } catch (CsvParseException | NoSuchElementException | IllegalArgumentException e) {
            throw new ExchangeProblem(
                    file, "this is not " + what + " (" + e.getMessage() + ")", remedy, e);
        }
    }
}
