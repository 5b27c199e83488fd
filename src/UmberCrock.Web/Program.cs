using System.Globalization;
using Microsoft.AspNetCore.Connections;
using Microsoft.AspNetCore.DataProtection;
using Microsoft.Data.Sqlite;
using UmberCrock.Core.Ingredients;
using UmberCrock.Core.Json;
using UmberCrock.Core.Making;
using UmberCrock.Storage;
using UmberCrock.Web.Api;
using UmberCrock.Web.Hosting;
using UmberCrock.Web.Shelf;

// One culture everywhere: documents, drawings and forms use the decimal point.
CultureInfo.DefaultThreadCurrentCulture = CultureInfo.InvariantCulture;

LaunchOptions launch;
try
{
    launch = LaunchOptions.Parse(args);
    Directory.CreateDirectory(launch.DataFolder);
}
catch (Exception problem) when (problem is FormatException or IOException or UnauthorizedAccessException)
{
    Console.Error.WriteLine($"Umber Crock cannot start: {problem.Message}");
    return 2;
}

// Read while the host is being built: it takes about as long.
_ = Task.Run(() => Catalogue.Shipped);
var wantsDemo = launch.Demo ?? !File.Exists(launch.DataFile);
var builder = WebApplication.CreateBuilder(args);
builder.WebHost.UseUrls($"http://{(launch.Host.Contains(':') ? $"[{launch.Host}]" : launch.Host)}:{launch.Port}");
builder.WebHost.ConfigureKestrel(server => server.AddServerHeader = false);
// A name that another site points at this computer is not answered; opened to other devices, any name is.
builder.Configuration["AllowedHosts"] = launch.IsLocal ? "localhost;127.0.0.1;[::1]" : "*";
builder.Services.AddSingleton(launch);
builder.Services.AddSingleton(TimeProvider.System);
builder.Services.AddSingleton(_ => new Knowledge(Catalogue.Shipped));
builder.Services.AddPooledDbContextFactory<CrockContext>(options => CrockContext.Configure(options, launch.DataFile));
builder.Services.AddSingleton<FormulaStore>();
builder.Services.AddSingleton<LarderStore>();
builder.Services.AddSingleton<LotStore>();
builder.Services.AddSingleton<RevisionStore>();
builder.Services.AddSingleton<LadderStore>();
builder.Services.AddSingleton<LabelStore>();
builder.Services.AddSingleton<SettingStore>();
builder.Services.AddSingleton<ShelfKeeper>();
builder.Services.AddSingleton<DemoData>();
builder.Services.AddRazorPages();
builder.Services.AddAntiforgery(options => options.HeaderName = "X-Request-Token");
builder.Services.AddDataProtection().PersistKeysToFileSystem(new DirectoryInfo(Path.Combine(launch.DataFolder, "keys"))).SetApplicationName("umber-crock");
builder.Services.AddProblemDetails();
builder.Services.AddExceptionHandler<ProblemWriter>();
builder.Services.ConfigureHttpJsonOptions(options =>
{
    options.SerializerOptions.Encoder = ContractJson.Options.Encoder;
    foreach (var converter in ContractJson.Options.Converters)
        options.SerializerOptions.Converters.Add(converter);
});
builder.Services.AddOpenApi("v1");

var app = builder.Build();
app.UseExceptionHandler(new ExceptionHandlerOptions { SuppressDiagnosticsCallback = _ => true });
app.UseWhen(context => IsForMachines(context.Request.Path), machines => machines.UseStatusCodePages());
app.UseWhen(context => !IsForMachines(context.Request.Path), people => people.UseStatusCodePagesWithReExecute("/missing", "?status={0}"));
app.Use(async (context, next) =>
{
    context.Response.Headers.ContentSecurityPolicy = "default-src 'self'; style-src 'self' 'unsafe-inline'; img-src 'self' data:; frame-ancestors 'none'; form-action 'self'";
    context.Response.Headers.XContentTypeOptions = "nosniff";
    context.Response.Headers["Referrer-Policy"] = "no-referrer";
    await next(context);
});
app.UseStaticFiles(new StaticFileOptions
{
    // Addresses of scripts and styles carry a version; fonts never change under their name.
    OnPrepareResponse = file => file.Context.Response.Headers.CacheControl = file.Context.Request.QueryString.HasValue || file.File.Name.EndsWith(".woff2", StringComparison.Ordinal)
        ? "public, max-age=31536000, immutable" : "no-cache",
});
app.Use((context, next) =>
{
    // People read numbers with the mark they chose; machines always with the point.
    if (!IsForMachines(context.Request.Path) && context.RequestServices.GetRequiredService<Knowledge>().Workshop.DecimalMark == DecimalMark.Comma)
        CultureInfo.CurrentCulture = DecimalMarks.Comma;
    return next(context);
});
app.UseRouting();
app.MapRazorPages();
app.MapApi();
app.MapOpenApi("/openapi/{documentName}.json");

try
{
    var store = app.Services.GetRequiredService<FormulaStore>();
    await store.PrepareAsync();
    await app.Services.GetRequiredService<SettingStore>().PrepareAsync();
    await app.Services.GetRequiredService<LarderStore>().PrepareAsync();
    if (wantsDemo && await store.IsEmptyAsync())
        await app.Services.GetRequiredService<DemoData>().AddAsync();

    app.Lifetime.ApplicationStarted.Register(() => Console.WriteLine($"Umber Crock is ready: {string.Join(", ", app.Urls)}   (data in {launch.DataFolder}; stop with Ctrl+C)"));
    await app.RunAsync();
    return 0;
}
catch (SqliteException problem)
{
    Console.Error.WriteLine($"Umber Crock cannot use its data file {launch.DataFile}: {problem.Message} Nothing in it was changed; --data DIR starts with another folder.");
    return 2;
}
catch (IOException problem) when (problem.InnerException is AddressInUseException)
{
    Console.Error.WriteLine($"Port {launch.Port} is taken by another program. Stop that one, or choose another port with --port N.");
    return 2;
}

static bool IsForMachines(PathString path)
    => path.StartsWithSegments("/api", StringComparison.Ordinal) || path.StartsWithSegments("/schemas", StringComparison.Ordinal) || path.StartsWithSegments("/openapi", StringComparison.Ordinal);

/// <summary>Named so that tests can start the application in process.</summary>
public partial class Program;
