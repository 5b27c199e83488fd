using System.Diagnostics;
using System.Text;
using System.Text.RegularExpressions;
using UmberCrock.Core.Materials;

namespace UmberCrock.Bench;

/// <summary>Search in the larder of a running application with a thousand own ingredients, as one types; and how long the catalogue takes
/// to load.</summary>
internal static partial class LarderLoad
{
    private const int Own = 1000;
    private const int Rounds = 20;
    private static readonly string[] Typed =
    [
        "s",
        "sh",
        "she",
        "shea",
        "sunf",
        "sunflwoer",
        "manteca de",
        "huile d",
        "Cera Alba",
        "zinc ox",
        "beezwax",
        "otter oil 77",
        "vitamin e",
        "xqzv",
    ];

    public static void LoadCatalogue()
    {
        var clock = Stopwatch.StartNew();
        var count = Catalogue.Shipped.Ingredients.Length;
        Console.WriteLine($"catalogue of {count} ingredients loaded in {clock.Elapsed.TotalMilliseconds:0} ms, in a fresh process");
    }

    public static async Task RunAsync(Uri address)
    {
        using var client = new HttpClient(new HttpClientHandler { AllowAutoRedirect = false }) { BaseAddress = address };
        var token = TokenPattern().Match(await client.GetStringAsync(new Uri("/larder", UriKind.Relative))).Groups["token"].Value;
        var table = new StringBuilder("name,class,source,alsoKnownAs,density\n");
        for (var at = 0; at < Own; at++)
            table.Append($"Otter oil {at},oil,own scale,aceite de nutria {at}; huile de loutre {at},0.92\n");
        using var file = new MultipartFormDataContent
        {
            { new StringContent(token), "__RequestVerificationToken" },
            { new ByteArrayContent(Encoding.UTF8.GetBytes(table.ToString())), "file", "own.csv" },
        };
        using var imported = await client.PostAsync(new Uri("/larder?handler=Import", UriKind.Relative), file);
        Console.WriteLine($"{Own} own ingredients: {imported.StatusCode} (Redirect: taken; UnprocessableEntity: they were there)");

        await MeasureAsync(client, "/larder?handler=Rows&Find=");
        Console.WriteLine($"larder page's list: {Percentiles.Describe(await MeasureAsync(client, "/larder?handler=Rows&Find="))}");
        Console.WriteLine($"API, 30 found: {Percentiles.Describe(await MeasureAsync(client, "/api/v1/ingredients?limit=30&query="))}");
    }

    private static async Task<List<double>> MeasureAsync(HttpClient client, string path)
    {
        var times = new List<double>();
        foreach (var query in Enumerable.Repeat(Typed, Rounds).SelectMany(queries => queries))
        {
            var start = Stopwatch.GetTimestamp();
            await client.GetByteArrayAsync(new Uri(path + Uri.EscapeDataString(query), UriKind.Relative));
            times.Add(Stopwatch.GetElapsedTime(start).TotalMilliseconds);
        }

        return times;
    }

    [GeneratedRegex(
        "name=\"__RequestVerificationToken\" type=\"hidden\" value=\"(?<token>[^\"]+)\"",
        RegexOptions.ExplicitCapture | RegexOptions.NonBacktracking
    )]
    private static partial Regex TokenPattern();
}
