using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using UmberCrock.Core.Materials;
using UmberCrock.Storage;
using UmberCrock.Storage.Files;
using UmberCrock.Storage.Saved;

namespace UmberCrock.Web.Tests;

/// <summary>A data folder of its own with everything that works on it, without the web around it.</summary>
internal sealed class Folder : IDisposable
{
    private readonly bool owns;

    public Folder(string? path = null)
    {
        owns = path is null;
        Path = path ?? Directory.CreateTempSubdirectory("umber-crock-folder-").FullName;
        Held = DataFolder.Hold(Path, "a test");
        Copies = new Copies(Held.CopiesFolder, TimeProvider.System);
        Knowledge = new Knowledge(Catalogue.Shipped);
        var contexts = new Contexts(Held.DataFile);
        Formulas = new FormulaStore(contexts, Knowledge, TimeProvider.System);
        Larder = new LarderStore(contexts, Knowledge, TimeProvider.System);
        Lots = new LotStore(contexts, Knowledge, TimeProvider.System);
        Labels = new LabelStore(contexts, Knowledge, TimeProvider.System);
        Settings = new SettingStore(contexts, Knowledge);
        Revisions = new RevisionStore(contexts);
        Batches = new BatchStore(contexts, Knowledge, TimeProvider.System);
        Ladders = new LadderStore(contexts, TimeProvider.System);
        Studies = new StudyStore(contexts, Knowledge, TimeProvider.System);
        Bin = new BinStore(contexts, Larder, Studies, Knowledge, TimeProvider.System);
        House = new DataHouse(Held, Copies, Settings, Larder, Formulas, Studies);
        Pictures = PictureFolder.Beside(Held.DataFile);
        Saving = new HouseFile(contexts, Pictures);
        Opening = new HouseOpening(contexts, Knowledge, House, Pictures);
        Unreadable = new UnreadableStore(Held, Larder, Settings, Studies, TimeProvider.System);
    }

    public string Path { get; }

    public DataFolder Held { get; }

    public PictureFolder Pictures { get; }

    public Copies Copies { get; }

    public Knowledge Knowledge { get; }

    public FormulaStore Formulas { get; }

    public LarderStore Larder { get; }

    public LotStore Lots { get; }

    public LabelStore Labels { get; }

    public SettingStore Settings { get; }

    public RevisionStore Revisions { get; }

    public BatchStore Batches { get; }

    public LadderStore Ladders { get; }

    public StudyStore Studies { get; }

    public BinStore Bin { get; }

    public DataHouse House { get; }

    public HouseFile Saving { get; }

    public HouseOpening Opening { get; }

    public UnreadableStore Unreadable { get; }

    public List<string> Said { get; } = [];

    /// <summary>Opens it as the application does at its start.</summary>
    public async Task<Folder> OpenAsync(Func<string, Task>? demo = null)
    {
        await new DataFile(Held, Copies, Said.Add).PrepareAsync(demo, always: false);
        await House.ReadAnewAsync();
        return this;
    }

    /// <summary>Opens a new one with the demo in it.</summary>
    public static async Task<Folder> DemoAsync() =>
        await new Folder().OpenAsync(file => Hosting.DemoData.LayAsync(file, TimeProvider.System));

    /// <summary>Runs a statement on its file.</summary>
    public async Task<string?> SqlAsync(string fixedStatement)
    {
        await using var connection = new SqliteConnection($"Data Source={Held.DataFile};Pooling=False");
        await connection.OpenAsync();
        await using var command = connection.CreateCommand();
#pragma warning disable CA2100 // Statements of tests.
        command.CommandText = fixedStatement;
#pragma warning restore CA2100
        return (await command.ExecuteScalarAsync())?.ToString();
    }

    public void Dispose()
    {
        Larder.Dispose();
        Copies.Dispose();
        Held.Dispose();
        SqliteConnection.ClearAllPools();
        if (owns)
            Directory.Delete(Path, recursive: true);
    }

    private sealed class Contexts(string file) : IDbContextFactory<CrockContext>
    {
        public CrockContext CreateDbContext()
        {
            var options = new DbContextOptionsBuilder<CrockContext>();
            CrockContext.Configure(options, file);
            return new CrockContext(options.Options);
        }
    }
}
