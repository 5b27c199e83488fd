using System.Data.Common;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Design;
using Microsoft.EntityFrameworkCore.Diagnostics;

namespace UmberCrock.Storage;

/// <summary>The one SQLite file.</summary>
public sealed class CrockContext(DbContextOptions<CrockContext> options) : DbContext(options)
{
    /// <summary>Formulas on the bench.</summary>
    public DbSet<FormulaRow> Formulas => Set<FormulaRow>();

    /// <summary>What they hold.</summary>
    public DbSet<FormulaIngredientRow> FormulaIngredients => Set<FormulaIngredientRow>();

    /// <summary>Their histories.</summary>
    public DbSet<StepRow> Steps => Set<StepRow>();

    /// <summary>Their kept revisions.</summary>
    public DbSet<RevisionRow> Revisions => Set<RevisionRow>();

    /// <summary>Choices for labels.</summary>
    public DbSet<LabelRow> Labels => Set<LabelRow>();

    /// <summary>Ladders of small trials.</summary>
    public DbSet<LadderRow> Ladders => Set<LadderRow>();

    /// <summary>The maker's own ingredients.</summary>
    public DbSet<OwnIngredientRow> OwnIngredients => Set<OwnIngredientRow>();

    /// <summary>The maker's own values.</summary>
    public DbSet<CorrectionRow> Corrections => Set<CorrectionRow>();

    /// <summary>Lots.</summary>
    public DbSet<LotRow> Lots => Set<LotRow>();

    /// <summary>Batches.</summary>
    public DbSet<BatchRow> Batches => Set<BatchRow>();

    /// <summary>What happened to them.</summary>
    public DbSet<BatchEventRow> BatchEvents => Set<BatchEventRow>();

    /// <summary>Studies.</summary>
    public DbSet<StudyRow> Studies => Set<StudyRow>();

    /// <summary>What happened to them.</summary>
    public DbSet<StudyEventRow> StudyEvents => Set<StudyEventRow>();

    /// <summary>The maker's choices.</summary>
    public DbSet<SettingRow> Settings => Set<SettingRow>();

    /// <summary>Options for a file; foreign keys on, every commit on the disk before it is answered.</summary>
    /// <param name="builder">What is configured.</param>
    /// <param name="file">The file.</param>
    /// <param name="pooling">False to let go of the file when the context is disposed.</param>
    public static void Configure(DbContextOptionsBuilder builder, string file, bool pooling = true) =>
        builder
            .UseSqlite(
                new SqliteConnectionStringBuilder
                {
                    DataSource = file,
                    ForeignKeys = true,
                    DefaultTimeout = 10,
                    Pooling = pooling,
                }.ConnectionString
            )
            .AddInterceptors(DurableCommits.Instance)
            // Steps, revisions and labels of a formula in the bin are asked for by its key only, never by way of the formula.
            .ConfigureWarnings(warnings =>
                warnings.Ignore(CoreEventId.PossibleIncorrectRequiredNavigationWithQueryFilterInteractionWarning)
            );

    /// <inheritdoc/>
    protected override void OnModelCreating(ModelBuilder modelBuilder)
    {
        modelBuilder.Entity<FormulaRow>(formula =>
        {
            formula.HasIndex(row => row.Name);
            formula.HasIndex(row => row.ChangedAt);
            formula.HasIndex(row => row.Key).IsUnique();
            formula.HasQueryFilter(row => row.DeletedAt == null);
            formula.Property(row => row.Version).IsConcurrencyToken();
            formula.HasMany(row => row.Steps).WithOne().HasForeignKey(step => step.FormulaId).OnDelete(DeleteBehavior.Cascade);
            formula.HasOne<LabelRow>().WithOne().HasForeignKey<LabelRow>(label => label.FormulaId).OnDelete(DeleteBehavior.Cascade);
            formula.HasMany<LadderRow>().WithOne().HasForeignKey(ladder => ladder.FormulaId).OnDelete(DeleteBehavior.Cascade);
            formula.HasMany(row => row.Ingredients).WithOne().HasForeignKey(held => held.FormulaId).OnDelete(DeleteBehavior.Cascade);
            formula.HasMany(row => row.Revisions).WithOne().HasForeignKey(revision => revision.FormulaId).OnDelete(DeleteBehavior.Cascade);
        });
        modelBuilder.Entity<FormulaIngredientRow>().HasKey(held => new { held.FormulaId, held.Ingredient });
        modelBuilder.Entity<FormulaIngredientRow>().HasIndex(held => held.Ingredient);
        modelBuilder.Entity<StepRow>().HasKey(step => new { step.FormulaId, step.Number });
        modelBuilder.Entity<RevisionRow>().HasKey(revision => new { revision.FormulaId, revision.Number });
        modelBuilder.Entity<LabelRow>().HasKey(label => label.FormulaId);
        modelBuilder.Entity<LabelRow>().Property(label => label.Version).IsConcurrencyToken();
        modelBuilder.Entity<LadderRow>().HasIndex(row => row.Key).IsUnique();
        modelBuilder.Entity<LadderRow>().HasQueryFilter(row => row.DeletedAt == null);
        modelBuilder.Entity<LadderRow>().Property(row => row.Version).IsConcurrencyToken();
        modelBuilder
            .Entity<LadderRow>()
            .HasMany(ladder => ladder.Observations)
            .WithOne()
            .HasForeignKey(observation => observation.LadderId)
            .OnDelete(DeleteBehavior.Cascade);
        modelBuilder.Entity<ObservationRow>().ToTable("Observations").HasKey(observation => new { observation.LadderId, observation.Rung });
        modelBuilder.Entity<OwnIngredientRow>().HasKey(row => row.Slug);
        modelBuilder.Entity<CorrectionRow>().HasKey(row => new { row.Ingredient, row.Property });
        modelBuilder.Entity<OwnIngredientRow>().Property(row => row.ChangedAt).IsConcurrencyToken();
        modelBuilder.Entity<LotRow>(lot =>
        {
            lot.HasIndex(row => row.Ingredient);
            lot.HasIndex(row => row.Key).IsUnique();
            lot.HasQueryFilter(row => row.DeletedAt == null);
            lot.Property(row => row.Version).IsConcurrencyToken();
        });
        modelBuilder.Entity<BatchRow>(batch =>
        {
            batch.HasIndex(row => row.Key).IsUnique();
            batch.HasIndex(row => row.Code);
            batch.HasIndex(row => row.StartedAt);
            batch.HasIndex(row => row.FormulaKey);
            batch.Property(row => row.Sequence).IsConcurrencyToken();
            batch.HasMany(row => row.Events).WithOne().HasForeignKey(kept => kept.BatchId).OnDelete(DeleteBehavior.Cascade);
            batch.HasMany(row => row.Lots).WithOne().HasForeignKey(used => used.BatchId).OnDelete(DeleteBehavior.Cascade);
        });
        modelBuilder.Entity<BatchEventRow>().HasKey(kept => new { kept.BatchId, kept.Sequence });
        modelBuilder.Entity<BatchLotRow>().ToTable("BatchLots").HasIndex(used => used.LotKey);
        Studied(modelBuilder);
        modelBuilder.Entity<SettingRow>().HasKey(row => row.Name);
        modelBuilder.Entity<SettingRow>().Property(row => row.Version).IsConcurrencyToken();
    }

    private static void Studied(ModelBuilder modelBuilder)
    {
        modelBuilder.Entity<StudyRow>(study =>
        {
            study.HasIndex(row => row.Key).IsUnique();
            study.HasIndex(row => row.FormulaKey);
            study.HasIndex(row => row.BatchKey);
            study.HasQueryFilter(row => row.DeletedAt == null);
            study.Property(row => row.Sequence).IsConcurrencyToken();
            study.HasMany(row => row.Events).WithOne().HasForeignKey(kept => kept.StudyId).OnDelete(DeleteBehavior.Cascade);
            study.HasMany(row => row.Checks).WithOne().HasForeignKey(check => check.StudyId).OnDelete(DeleteBehavior.Cascade);
            study.HasMany(row => row.Outcomes).WithOne().HasForeignKey(outcome => outcome.StudyId).OnDelete(DeleteBehavior.Cascade);
        });
        modelBuilder.Entity<StudyEventRow>().HasKey(kept => new { kept.StudyId, kept.Sequence });
        modelBuilder.Entity<StudyCheckRow>(check =>
        {
            check.ToTable("StudyChecks").HasKey(row => new { row.StudyId, row.Check });
            check.HasIndex(row => new { row.IsOpen, row.Date });
        });
        modelBuilder.Entity<StudyOutcomeRow>(outcome =>
        {
            outcome.ToTable("StudyOutcomes").HasKey(row => new { row.StudyId, row.Note });
            outcome.HasIndex(row => new { row.About, row.SeenOn });
        });
    }

    /// <summary>A power cut must not lose what was acknowledged: in WAL mode only synchronous=FULL syncs at every commit.</summary>
    private sealed class DurableCommits : DbConnectionInterceptor
    {
        public static readonly DurableCommits Instance = new();

        public override void ConnectionOpened(DbConnection connection, ConnectionEndEventData eventData) => Set(connection);

        public override Task ConnectionOpenedAsync(
            DbConnection connection,
            ConnectionEndEventData eventData,
            CancellationToken cancellationToken = default
        )
        {
            Set(connection);
            return Task.CompletedTask;
        }

        private static void Set(DbConnection connection)
        {
            using var command = connection.CreateCommand();
            command.CommandText = "PRAGMA synchronous=FULL;";
            command.ExecuteNonQuery();
        }
    }
}

/// <summary>For the migration tool only.</summary>
internal sealed class CrockContextFactory : IDesignTimeDbContextFactory<CrockContext>
{
    public CrockContext CreateDbContext(string[] args)
    {
        var builder = new DbContextOptionsBuilder<CrockContext>();
        CrockContext.Configure(builder, "design-time.db");
        return new CrockContext(builder.Options);
    }
}
