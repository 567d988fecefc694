package exactum.pg;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.MessageDigest;
import java.util.HexFormat;
import java.util.logging.Level;
import java.util.logging.Logger;
import org.flywaydb.core.Flyway;
import org.jooq.codegen.GenerationTool;
import org.jooq.meta.jaxb.Configuration;
import org.jooq.meta.jaxb.Database;
import org.jooq.meta.jaxb.Generate;
import org.jooq.meta.jaxb.Generator;
import org.jooq.meta.jaxb.Jdbc;
import org.jooq.meta.jaxb.Logging;
import org.jooq.meta.jaxb.Target;

/** Arguments: migrations folder, output folder, package. Does nothing while the migrations are the same as last time. */
public final class Codegen {
    private Codegen() {}

    public static void main(String[] arguments) throws Exception {
        Path migrations = Path.of(arguments[0]);
        Path output = Path.of(arguments[1]);
        Path stamp = output.resolve(".migrations.sha256");
        String hash = hash(migrations) + " jooq " + org.jooq.Constants.FULL_VERSION + " " + ForcedTypes.stamp();
        if (Files.exists(stamp) && Files.readString(stamp).equals(hash)) return;
        Logger.getLogger("").setLevel(Level.WARNING);
        try (var postgres = ThrowawayPostgres.start()) {
            String url = postgres.newDatabase();
            Flyway.configure()
                    .dataSource(url, ThrowawayPostgres.OWNER, ThrowawayPostgres.PASSWORD)
                    .locations("filesystem:" + migrations)
                    .load()
                    .migrate();
            GenerationTool.generate(configuration(url, output, arguments[2]));
        }
        Files.writeString(stamp, hash);
    }

    private static Configuration configuration(String url, Path output, String packageName) {
        return new Configuration()
                .withLogging(Logging.WARN)
                .withJdbc(new Jdbc()
                        .withDriver("org.postgresql.Driver")
                        .withUrl(url)
                        .withUser(ThrowawayPostgres.OWNER)
                        .withPassword(ThrowawayPostgres.PASSWORD))
                .withGenerator(new Generator()
                        .withDatabase(new Database()
                                .withName("org.jooq.meta.postgres.PostgresDatabase")
                                .withInputSchema("public")
                                .withIncludeRoutines(false)
                                .withExcludes("flyway_schema_history|scheduled_tasks|spring_session.*")
                                .withOutputSchemaToDefault(true)
                                .withForcedTypes(ForcedTypes.all()))
                        .withGenerate(new Generate()
                                .withRecords(true)
                                .withPojos(false)
                                .withDaos(false)
                                .withFluentSetters(true)
                                .withImplicitJoinPathsToOne(false)
                                .withImplicitJoinPathsToMany(false)
                                .withImplicitJoinPathsManyToMany(false)
                                .withGeneratedAnnotation(false))
                        .withTarget(new Target()
                                .withPackageName(packageName)
                                .withDirectory(output.toString())
                                .withClean(true)));
    }

    private static String hash(Path folder) throws IOException, java.security.NoSuchAlgorithmException {
        var digest = MessageDigest.getInstance("SHA-256");
        try (var files = Files.walk(folder)) {
            for (Path file : (Iterable<Path>) files.filter(Files::isRegularFile).sorted()::iterator) {
                digest.update(folder.relativize(file).toString().getBytes());
                digest.update((byte) 0);
                digest.update(Files.readAllBytes(file));
            }
        }
        return HexFormat.of().formatHex(digest.digest());
    }
}
