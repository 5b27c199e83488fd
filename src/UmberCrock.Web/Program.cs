using System.Globalization;
using System.Security.Cryptography;
using System.Text;
using Microsoft.AspNetCore.DataProtection;
using Microsoft.AspNetCore.Http.Features;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Materials;
using UmberCrock.Storage;
using UmberCrock.Storage.Files;
using UmberCrock.Storage.Saved;
using UmberCrock.Web.Access;
using UmberCrock.Web.Api;
using UmberCrock.Web.Batches;
using UmberCrock.Web.Bench;
using UmberCrock.Web.Devices;
using UmberCrock.Web.Devices.StandIns;
using UmberCrock.Web.Hosting;
using UmberCrock.Web.Pictures;
using UmberCrock.Web.Shelf;

// One culture everywhere: documents, drawings and forms use the decimal point.
CultureInfo.DefaultThreadCurrentCulture = CultureInfo.InvariantCulture;

LaunchOptions launch;
DataFolder folder;
Task<Catalogue> catalogue;
try
{
    launch = LaunchOptions.Parse(args);
    // Read while the host is being built: it takes about as long.
    catalogue = launch.Rules is null ? Task.Run(() => OwnRules.Read(null)) : Task.FromResult(OwnRules.Read(launch.Rules));
    folder = DataFolder.Hold(launch.DataFolder, launch.Address);
}
catch (Exception problem) when (problem is FormatException or IOException or UnauthorizedAccessException or DataFileException)
{
    Console.Error.WriteLine($"Umber Crock cannot start: {problem.Message}");
    return 2;
}

using var held = folder;
var builder = WebApplication.CreateBuilder(args);
var listen = new ListenConfiguration();
((IConfigurationBuilder)builder.Configuration).Add(listen);
listen.Open("Main", launch.Address, launch.Certificate, launch.CertificateKey);
builder.WebHost.ConfigureKestrel(server => server.AddServerHeader = false);
var mark = Convert.ToHexStringLower(SHA256.HashData(Encoding.UTF8.GetBytes(folder.Path)))[..8];
var services = builder.Services;
services.AddSingleton(launch).AddSingleton(_ => folder).AddSingleton(listen);
services.AddSingleton(launch.Speed == 1 ? TimeProvider.System : new BenchClock(launch.Speed, TimeProvider.System));
services.AddSingleton(_ => new Knowledge(catalogue.GetAwaiter().GetResult()));
services.AddPooledDbContextFactory<CrockContext>(options => CrockContext.Configure(options, folder.DataFile));
services
    .AddSingleton<FormulaStore>()
    .AddSingleton<LarderStore>()
    .AddSingleton<LotStore>()
    .AddSingleton<RevisionStore>()
    .AddSingleton<LadderStore>()
    .AddSingleton<BatchStore>()
    .AddSingleton<LabelStore>()
    .AddSingleton<TagStore>()
    .AddSingleton<SettingStore>()
    .AddSingleton<BinStore>()
    .AddSingleton<StudyStore>()
    .AddSingleton<BenchStore>()
    .AddSingleton<UnreadableStore>()
    .AddSingleton<HouseFile>()
    .AddSingleton<HouseOpening>()
    .AddSingleton<DataHouse>();
services.AddSingleton(_ => PictureFolder.Beside(folder.DataFile));
services.AddSingleton(provider => new Copies(folder.CopiesFolder, provider.GetRequiredService<TimeProvider>()));
services.AddSingleton<AccessKeeper>().AddSingleton<HouseCertificate>().AddSingleton<PhoneListener>().AddSingleton<Pairing>();
services
    .AddSingleton<IPracticeBench>(provider => new PracticeBench(
        provider.GetRequiredService<Knowledge>(),
        provider.GetRequiredService<TimeProvider>(),
        Random.Shared
    ))
    .AddSingleton<DeviceHub>()
    .AddHostedService(provider => provider.GetRequiredService<DeviceHub>())
    .AddSingleton<BatchActs>()
    .AddSingleton<ProbeKeeper>()
    .AddHostedService(provider => provider.GetRequiredService<ProbeKeeper>());
services
    .AddSingleton<ShelfKeeper>()
    .AddSingleton<ShownBenches>()
    .AddSingleton<DueKeeper>()
    .AddSingleton<Versions>()
    .AddSingleton<IncomingFiles>()
    .AddSingleton<Upkeep>()
    .AddHostedService(provider => provider.GetRequiredService<Upkeep>());
services
    .AddRazorPages(options => options.Conventions.AddPageRoute("/Rescue", "/batches/{batch:long}/rescue"))
    .AddMvcOptions(options =>
    {
        options.Filters.Add<LostToken>();
        options.Filters.Add<KnownHandlers>();
    });
services.Configure<FormOptions>(options =>
    (options.ValueCountLimit, options.MultipartBodyLengthLimit, options.ValueLengthLimit) = (
        RequestDoor.MostFields,
        IncomingFiles.MostBytes,
        RequestBody.MaxBytes
    )
);
services.Configure<Microsoft.AspNetCore.Mvc.CookieTempDataProviderOptions>(options => options.Cookie.Name = $"umber-note-{mark}");
services.AddAntiforgery(options => (options.HeaderName, options.Cookie.Name) = ("X-Request-Token", $"umber-form-{mark}"));
services
    .AddDataProtection()
    .PersistKeysToFileSystem(new DirectoryInfo(DataFolder.Made(folder.KeysFolder)))
    .SetApplicationName("umber-crock");
services
    .AddAuthentication()
    .AddCookie(AccessGate.Holder, AccessGate.Cookie($"umber-open-{mark}", TimeSpan.FromHours(12)))
    .AddCookie(AccessGate.Phone, AccessGate.Cookie($"umber-phone-{mark}", TimeSpan.FromDays(400)));
services.AddRateLimiter(GuessLimit.Configure);
services.AddProblemDetails();

// Over https only files are compressed: from the length of a page that holds a secret and repeats a question one can be guessed.
services.AddResponseCompression();
services.AddExceptionHandler<ProblemWriter>();
services.ConfigureHttpJsonOptions(options =>
{
    options.SerializerOptions.Encoder = ContractJson.Options.Encoder;
    foreach (var converter in ContractJson.Options.Converters)
        options.SerializerOptions.Converters.Add(converter);
});
services.AddOpenApi("v1");

var app = builder.Build();
app.Use(RequestDoor.HeadersAsync);
app.UseExceptionHandler(
    new ExceptionHandlerOptions
    {
        SuppressDiagnosticsCallback = _ => true,
        ExceptionHandlingPath = ProblemWriter.Page,
        AllowStatusCode404Response = true,
    }
);
app.UseWhen(context => ProblemWriter.IsForMachines(context.Request.Path), machines => machines.UseStatusCodePages());
app.UseWhen(
    context => !ProblemWriter.IsForMachines(context.Request.Path),
    people => people.UseStatusCodePagesWithReExecute("/missing", "?status={0}")
);
app.UseMiddleware<AccessGate>();
app.Use(RequestDoor.CheckAsync);
app.UseResponseCompression();
app.UseStaticFiles(
    new StaticFileOptions
    {
        // Addresses of scripts and styles carry a version; fonts never change under their name.
        OnPrepareResponse = file =>
        {
            file.Context.Response.Headers.CacheControl =
                file.Context.Request.QueryString.HasValue || file.File.Name.EndsWith(".woff2", StringComparison.Ordinal)
                    ? "public, max-age=31536000, immutable"
                    : "no-cache";
            file.Context.Features.Get<IHttpsCompressionFeature>()?.Mode = HttpsCompressionMode.Compress;
        },
    }
);
app.Use(RequestDoor.WritingAsync);
app.UseRouting();
app.UseRateLimiter();
app.MapRazorPages();
app.MapPictures();
app.MapApi();
app.MapOpenApi("/openapi/{documentName}.json");

try
{
    await Opening.PrepareAsync(app.Services, launch, Console.WriteLine);
    app.Lifetime.ApplicationStarted.Register(() =>
        Console.WriteLine($"Umber Crock is ready: {string.Join(", ", app.Urls)}   (data in {folder.Path}; stop with Ctrl+C)")
    );
    await app.RunAsync();
    return 0;
}
catch (Exception problem) when (Opening.WordsOf(problem, launch) is { } words)
{
    Console.Error.WriteLine($"Umber Crock cannot start: {words}");
    return 2;
}

/// <summary>Named so that tests can start the application in process.</summary>
public partial class Program;
