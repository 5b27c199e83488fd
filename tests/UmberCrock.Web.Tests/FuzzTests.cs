using System.Diagnostics;
using System.Globalization;
using System.Text;
using System.Text.Json.Nodes;
using AngleSharp.Html.Parser;
using UmberCrock.Core.Demo;
using UmberCrock.Core.Documents;
using UmberCrock.Core.Formulas;

namespace UmberCrock.Web.Tests;

/// <summary>
/// Requests of every kind, mangled at random from a seed, at every address that takes one: never an answer of 5xx. The application runs in
/// a process of its own, so that its
/// memory can be told from the test's. A few thousand here, another seed each time; FUZZ_CASES=1000000 runs as many as one likes and tells
/// the memory after each hundred thousand.
/// </summary>
public sealed class FuzzTests : IDisposable
{
    private const int MemoryEvery = 100_000;
    private const int ReviveEvery = 200;
    private const int FormulasOfTheDemo = 8;
    private const int SecondsOfRest = 60;
    private const int MostFaults = 20;
    private const int LongestFault = 2000;
    private const long Mebibyte = 1024 * 1024;
    private readonly string folder = Directory.CreateTempSubdirectory("umber-crock-fuzz-").FullName;
    private static readonly int Cases = int.Parse(Environment.GetEnvironmentVariable("FUZZ_CASES") ?? "4000", CultureInfo.InvariantCulture);
    private static readonly int Seed = int.Parse(
        Environment.GetEnvironmentVariable("FUZZ_SEED") ?? $"{Random.Shared.Next()}",
        CultureInfo.InvariantCulture
    );

    private static readonly string Formula = FormulaWriter.ToText(DemoFormulas.Read()[0]);
    private static readonly string[] Words =
    [
        "",
        "beeswax",
        "\0",
        "\uD800",
        "\u202E",
        "<script>",
        "=1+1",
        "../..",
        "%00",
        "[",
        "NaN",
        "1e400",
        "-0",
        "9999-12-31",
        "null",
        "own:x",
        new('x', 5000),
        "0.004",
        "'",
        "\r\n",
        "ß",
        "true",
        "stick",
    ];
    private static readonly string[] Numbers = ["0", "-1", "1e308", "1e-400", "99999999999999999999", "0.00001", "200", "3.5", "1"];

    private static readonly string[] Bodies =
    [
        Formula,
        $"{{\"formula\":{Formula},\"edits\":[{{\"op\":\"setPercent\",\"line\":0,\"percent\":12}},{{\"op\":\"addPhase\","
            + $"\"phase\":\"Q\",\"name\":\"n\",\"stage\":\"cool\"}}]}}",
        "{\"text\":\"beeswax 10 g\\nolive oil 20 g\",\"dropsPerMillilitre\":20,\"claimedTotalGrams\":30}",
        $"{{\"formula\":{Formula},\"batchGrams\":100,\"lossPercent\":3,\"scaleResolutionGrams\":0.01}}",
        $"{{\"formula\":{Formula},\"containers\":[{{\"name\":\"tin\",\"millilitres\":15,\"count\":4,\"fillPercent\":90}}]}}",
        $"{{\"formula\":{Formula},\"raise\":0,\"lower\":1,\"step\":1,\"rungs\":3}}",
        $"{{\"formula\":{Formula},\"line\":0,\"to\":null,\"avoid\":[\"bee\"]}}",
        $"{{\"formula\":{Formula},\"lock\":[0],\"target\":{{\"band\":\"stick\",\"atCelsius\":20}}}}",
        $"{{\"formula\":{Formula},\"layout\":\"tube-wrap\",\"batch\":\"B\",\"netGrams\":15,\"madeOn\":\"2026-11-01\","
            + $"\"lots\":[{{\"ingredient\":\"beeswax\",\"code\":\"B1\"}}],\"sheet\":{{\"paper\":\"a4\"}}}}",
        $"{{\"batches\":[{{\"formula\":{Formula},\"batchGrams\":100}}],\"places\":2,\"startsAt\":\"2026-11-01T10:00:00Z\"}}",
        $"{{\"formula\":{Formula},\"madeOn\":\"2026-03-02\",\"conditions\":[\"room\",{{\"condition\":\"other\",\"celsius\":45}}],"
            + "\"jars\":1}",
        "{\"check\":\"room-1-d1\",\"seen\":{\"colour\":0,\"band\":\"balm\"},\"text\":\"t\",\"verdict\":\"held\","
            + "\"reason\":\"r\",\"after\":1}",
        "{\"version\":0,\"line\":0,\"text\":\"12\",\"by\":0.1,\"field\":\"name\",\"value\":\"x\",\"edits\":[],\"phase\":\"A\","
            + "\"ingredient\":\"beeswax\",\"name\":\"n\",\"stage\":\"cool\"}",
    ];

    private static readonly string[] Api =
    [
        "evaluate",
        "edit",
        "intake",
        "weigh-sheet",
        "ladder",
        "swap",
        "rebalance",
        "label",
        "cooling",
        "method",
        "over-pour",
        "batches",
        "batches/4/events",
        "rescue",
        "day",
        "study-plan",
        "judge",
        "learn",
        "diagnose",
        "studies",
        "studies/1/looks",
    ];
    private static readonly string[] Bench =
    [
        "Edit",
        "Dose",
        "Nudge",
        "Move",
        "Add",
        "Phase",
        "MovePhase",
        "Copy",
        "Field",
        "Undo",
        "Redo",
        "Keep",
        "Batch",
        "Delete",
        "Nothing",
    ];

    private static readonly (string Path, string[] Fields)[] Forms =
    [
        ("/?handler=New", ["name", "form", "audience"]),
        ("/?handler=Delete", ["id"]),
        ("/?handler=Copy", ["id"]),
        ("/?handler=Files", ["id"]),
        ("/?handler=Tag", ["id", "tag", "take", "notes"]),
        ("/?handler=Rename", ["id", "name"]),
        ("/your-bench?handler=Use", ["version"]),
        ("/your-bench?handler=Book", ["version"]),
        ("/intake?handler=Read", ["text", "pasted", "name", "spoons", "form", "audience", "zone", "sunUse"]),
        ("/intake?handler=Why", ["text", "spoons", "form"]),
        ("/intake?handler=Bench", ["text", "name", "spoons", "form", "audience", "zone", "sunUse"]),
        (
            "/settings",
            [
                "version",
                "degrees",
                "ounces",
                "currency",
                "avoid-0-name",
                "avoid-0-what",
                "drops",
                "traces",
                "loss",
                "low",
                "high",
                "scale",
                "spoons",
                "mark",
                "climate",
                "container-0-name",
                "container-0-ml",
                "container-0-fill",
                "container-0-of",
                "container-0-price",
                "hour",
                "margin",
                "scale-by",
                "scale-at",
                "probe-by",
                "probe-at",
                "responsible",
                "region",
            ]
        ),
        (
            "/larder/beeswax?handler=Lot",
            ["id", "version", "code", "boughtGrams", "remainingGrams", "openedOn", "useBy", "boughtOn", "pricePerKilogram", "slug"]
        ),
        ("/larder/beeswax?handler=RemoveLot", ["id", "slug", "version"]),
        (
            "/larder/beeswax?handler=Value",
            ["property", "value", "value-low", "value-high", "source", "confidence", "back", "sure", "version"]
        ),
        (
            "/larder/new",
            ["name", "class", "composition", "origins", "density", "density-source", "minPercent", "maxPercent", "declared", "meltsLike"]
        ),
        ("/larder/new?from=beeswax&handler=Remove", ["replacement", "version"]),
        ("/bench/1/compare?handler=Name", ["number", "name", "was", "a", "b"]),
        ("/bench/1/compare?handler=Back", ["number", "version", "id"]),
        ("/bench/1/compare?handler=Branch", ["number", "id"]),
        ("/bench/1/ladder?handler=Keep", ["raise", "lower", "step", "rungs", "grams"]),
        ("/bench/1/ladder?ladder=1&handler=Observe", ["version", "band-0", "note-0", "grain-1"]),
        ("/bench/1/ladder?ladder=1&handler=Take&rung=0", ["formulaVersion", "rung", "ladder"]),
        (
            "/bench/1/label",
            [
                "version",
                "formulaVersion",
                "layout",
                "layout-own",
                "lid",
                "grams",
                "batch",
                "made",
                "count",
                "claims",
                "declares",
                "keep",
                "margin",
                "gap",
                "paper",
                "region",
            ]
        ),
        ("/bench/1/label?handler=Undo", ["formulaVersion"]),
        ("/bin?handler=Back", ["kind", "key", "then"]),
        ("/odd", ["kind", "key"]),
        ("/copies?handler=Place", ["place"]),
        ("/copies?handler=Restore", ["name"]),
        ("/copies?handler=Take", ["token", "meet"]),
        ("/phones?handler=Remove", ["id"]),
        ("/phones?handler=Passphrase", ["passphrase"]),
        ("/phones?handler=Begin", ["address", "secure"]),
        ("/bench/1/start", ["batch", "into", "count", "room"]),
        ("/batches/4?handler=Take", ["after", "line", "grams", "lot"]),
        ("/batches/4?handler=Back", ["after", "line"]),
        ("/batches/4?handler=Undo", ["after", "line", "of"]),
        ("/batches/4?handler=Step", ["after", "line", "number", "reason"]),
        ("/batches/4?handler=Read", ["after", "line", "celsius"]),
        ("/batches/4?handler=Move", ["after", "line", "to"]),
        ("/batches/4?handler=Fill", ["after", "line", "container", "count", "grams"]),
        ("/batches/4?handler=Note", ["after", "line", "text"]),
        ("/batches/4?handler=Close", ["after", "line", "by", "reason"]),
        ("/batches/3/record?handler=Correct", ["after", "of", "text", "what", "value"]),
        ("/batches/3/record?handler=HandOut", ["after", "count", "as", "to"]),
        ("/batches/3/record?handler=Return", ["after", "count", "why"]),
        ("/batches/3/record?handler=Complain", ["after", "text"]),
        ("/batches/3/record?handler=Recall", ["after", "reason"]),
        ("/larder/count", ["grams-1", "version-1", "why-1", "grams-x"]),
        ("/batches/4?handler=Check", ["after", "line", "grams", "read"]),
        ("/batches/4/parts", ["after", "name-0", "share-0", "line-0", "name-1", "share-1"]),
        ("/batches/4?handler=Tare", ["after", "line"]),
        ("/batches/4?handler=Probe", ["after", "line"]),
        ("/batches/4/rescue?handler=Write", ["after", "grams", "want", "band", "celsius", "without", "way", "more"]),
        ("/bench/1/rescue?handler=Keep", ["grams", "want", "band", "celsius", "without", "way", "more"]),
        ("/studies/new?batch=3", ["place", "otherCelsius", "jars", "shipped"]),
        ("/studies/2?handler=Look", ["after", "check", "colour", "grain", "mould", "band", "height", "text", "own", "reason", "keep"]),
        ("/studies/2?handler=Judge", ["after", "check", "colour", "grain", "mould", "band", "height", "own"]),
        ("/studies/2?handler=Missed", ["after"]),
        ("/studies/2?handler=Undo", ["after", "of", "check"]),
        ("/studies/1?handler=End", ["after", "reason"]),
        ("/studies/1?handler=Delete", ["after"]),
        ("/devices?handler=Ask", ["device", "act", "quiet"]),
        ("/pair", ["key", "name"]),
        ("/unlock", ["passphrase", "back"]),
    ];

    private static readonly string[] Pages =
    [
        "/",
        "/bench",
        "/bench/1",
        "/bench/1/compare",
        "/bench/1/ladder",
        "/bench/1/label",
        "/bench/1/weigh",
        "/bench/1/method",
        "/bench/1/start",
        "/batches",
        "/studies",
        "/studies/2",
        "/studies/2?check=warm-1-d21",
        "/studies/2/pictures",
        "/studies/new?batch=3",
        "/studies/new?ladder=1&rung=0",
        "/studies/calendar.ics",
        "/your-bench",
        "/wrong?formula=1&asked=yes&s=grainy&room=20&cooling=fridge",
        "/wrong?batch=3",
        "/wrong?study=2&check=warm-1-d14",
        "/batches/4",
        "/batches/3/record",
        "/bench/1/notes",
        "/bench/1/how",
        "/larder",
        "/larder/beeswax",
        "/larder/new",
        "/larder/count",
        "/settings",
        "/batches?handler=Year",
        "/batches?lot=B4",
        "/batches/3/record?handler=Report",
        "/batches/3/labels",
        "/batches/3/labels?handler=Pdf",
        "/batches/4/parts",
        "/buy",
        "/day?handler=Calendar&f=1",
        "/bench/1/rescue",
        "/batches/4/rescue",
        "/day",
        "/day?f=1&g=200&f=2",
        "/devices",
        "/copies",
        "/bin",
        "/phones",
        "/help",
        "/pair",
        "/unlock",
        "/intake",
        "/odd",
        "/behind",
        "/api/v1/ingredients",
        "/api/v1/ingredients/beeswax",
        "/schemas/x",
        "/openapi/v1.json",
        "/missing",
        "/refused",
        "/bench/1?handler=Swap",
        "/bench/1?handler=Make",
        "/copies?handler=Look",
        "/larder?handler=Rows",
        "/larder?handler=Export",
    ];

    private static readonly string[] Names =
    [
        "find",
        "show",
        "page",
        "a",
        "b",
        "with",
        "ladder",
        "raise",
        "lower",
        "step",
        "rungs",
        "grams",
        "batch",
        "count",
        "loss",
        "overrun",
        "shown",
        "from",
        "open",
        "query",
        "class",
        "limit",
        "offset",
        "of",
        "key",
        "kind",
        "name",
        "line",
        "avoid",
        "what",
        "band",
        "celsius",
        "climate",
        "lock",
        "inLarder",
        "back",
        "sample",
        "id",
        "slug",
    ];

    private static readonly string[] Files = ["/intake?handler=File", "/larder?handler=Import", "/copies?handler=Open"];

    [Fact]
    public async Task No_request_is_answered_with_a_fault_of_ours()
    {
        var random = new Random(Seed);
        using var running = Running.Start(folder);
        // Headers that are not ASCII are sent as they are: the application has to bear them, not the client.
        using var handler = new SocketsHttpHandler { AllowAutoRedirect = false, RequestHeaderEncodingSelector = (_, _) => Encoding.UTF8 };
        using var client = new HttpClient(handler) { BaseAddress = await running.ReadyAsync() };
        client.DefaultRequestHeaders.Add("X-Request-Token", await TokenAsync(client));
        var faults = new List<string>();
        var (answers, slowest, memory) = (new SortedDictionary<int, int>(), TimeSpan.Zero, new List<long>());
        for (var at = 0; at < Cases; at++)
        {
            if (at % ReviveEvery == 0)
            {
                await BringBackAsync(client);
                await TakeAwayAsync(client);
            }

            using var request = Mangled(random);
            var what =
                $"case {at} of seed {Seed}: {request.Method} {request.RequestUri} {request.Content?.Headers.ContentType} "
                + $"{(request.Content is null ? "" : Convert.ToBase64String(await request.Content.ReadAsByteArrayAsync()))}";
            var clock = Stopwatch.StartNew();
            using var answer = await client.SendAsync(request);
            var bytes = await answer.Content.ReadAsByteArrayAsync();
            slowest = clock.Elapsed > slowest ? clock.Elapsed : slowest;
            var status = (int)answer.StatusCode;
            answers[status] = answers.GetValueOrDefault(status) + 1;
            if (status >= 500 && faults.Count < MostFaults)
                faults.Add($"{status} to {(what.Length > LongestFault ? what[..LongestFault] : what)}");
            bytes.Length.ShouldBeLessThan(6 * 1024 * 1024, what[..Math.Min(what.Length, 500)]);
            if ((at + 1) % MemoryEvery == 0)
                memory.Add(await AtRestAsync(running));
        }

        TestContext.Current.TestOutputHelper?.WriteLine(
            $"{Cases} cases of seed {Seed}: {string.Join(", ", answers.Select(pair => $"{pair.Value} x {pair.Key}"))}; slowest "
                + $"{slowest.TotalSeconds:0.00} s; memory after each {MemoryEvery}, MiB: "
                + $"{string.Join(", ", memory.Select(bytes => bytes / Mebibyte))}"
        );
        faults.ShouldBeEmpty(string.Join("\n", faults));
        if (memory is [var first, .., var last])
            (last - first).ShouldBeLessThan(20 * Mebibyte);
        var shelf = await client.GetStringAsync(new Uri("/", UriKind.Relative));
        shelf.ShouldContain("</html>", customMessage: "and the first page opens");
    }

    public void Dispose() => Directory.Delete(folder, recursive: true);

    /// <summary>The memory it holds when nobody asks anything, in bytes: the least of a minute in which it writes its log into the file and
    /// gives memory back.</summary>
    private static async Task<long> AtRestAsync(Running running)
    {
        var least = long.MaxValue;
        for (var second = 0; second < SecondsOfRest; second++)
        {
            await Task.Delay(TimeSpan.FromSeconds(1), TestContext.Current.CancellationToken);
            least = Math.Min(least, running.ResidentBytes);
        }

        return least;
    }

    private static async Task<string> TokenAsync(HttpClient client) =>
        (await ReadAsync(client, "/")).QuerySelector("input[name=__RequestVerificationToken]")!.GetAttribute("value")!;

    /// <summary>Brings back what was deleted of the demo, so that the pages of its formulas are not asked in vain from then on.</summary>
    private static async Task BringBackAsync(HttpClient client)
    {
        foreach (var form in (await ReadAsync(client, "/bin")).QuerySelectorAll("form[action*='handler=Back']"))
        {
            var fields = form.QuerySelectorAll("input")
                .ToDictionary(input => input.GetAttribute("name")!, input => input.GetAttribute("value")!, StringComparer.Ordinal);
            if (fields["kind"] != "formula" || int.Parse(fields["key"], CultureInfo.InvariantCulture) <= FormulasOfTheDemo)
                await SendAsync(client, "/bin?handler=Back", fields);
        }
    }

    /// <summary>Takes away the formulas that were added: what is kept is known, and would be counted as memory that is lost.</summary>
    private static async Task TakeAwayAsync(HttpClient client)
    {
        var added = (await ReadAsync(client, "/"))
            .QuerySelectorAll("a[href^='/bench/']")
            .Select(link => link.GetAttribute("href")!.Split('/')[2])
            .Distinct(StringComparer.Ordinal)
            .Where(id => int.TryParse(id, NumberStyles.None, CultureInfo.InvariantCulture, out var number) && number > FormulasOfTheDemo);
        foreach (var id in added)
            await SendAsync(client, "/?handler=Delete", new() { ["id"] = id });
    }

    private static async Task<AngleSharp.Html.Dom.IHtmlDocument> ReadAsync(HttpClient client, string path) =>
        new HtmlParser().ParseDocument(await client.GetStringAsync(new Uri(path, UriKind.Relative)));

    private static async Task SendAsync(HttpClient client, string path, Dictionary<string, string> fields)
    {
        using var content = new FormUrlEncodedContent(fields);
        using var answer = await client.PostAsync(new Uri(path, UriKind.Relative), content);
    }

    private static HttpRequestMessage Mangled(Random random)
    {
        var window = random.Next(3) == 0;
        var request = random.Next(12) switch
        {
            < 4 => Json($"/api/v1/{Pick(random, Api)}", Body(random)),
            < 6 => Json($"/bench/{random.Next(1, 4)}?handler={Pick(random, Bench)}", Body(random)),
            < 9 => Form(random),
            < 11 => Page(random),
            _ => FileOf(random),
        };
        if (window)
            request.Headers.Accept.ParseAdd("text/html");
        else if (random.Next(6) == 0)
            request.Headers.TryAddWithoutValidation(
                "Accept",
                Pick(random, ["image/svg+xml", "application/pdf", "text/csv", "*/*;q=x", "application/json", ",,,"])
            );
        if (random.Next(20) == 0)
            request.Headers.TryAddWithoutValidation(
                Pick(random, ["If-None-Match", "Range", "Accept-Language", "X-Forwarded-For", "Cookie", "Transfer-Encoding-X"]),
                Pick(random, Words).Replace("\r\n", " ", StringComparison.Ordinal).Replace("\0", " ", StringComparison.Ordinal)
            );
        return request;
    }

    private static HttpRequestMessage Json(string path, byte[] body)
    {
        var content = new ByteArrayContent(body);
        content.Headers.TryAddWithoutValidation("Content-Type", "application/json");
        return new HttpRequestMessage(HttpMethod.Post, path) { Content = content };
    }

    private static HttpRequestMessage Form(Random random)
    {
        var (path, fields) = Pick(random, Forms);
        var body = string.Join(
            '&',
            fields
                .Where(_ => random.Next(4) > 0)
                .Select(field => $"{(random.Next(60) == 0 ? Pick(random, Words) : field)}={Value(random)}")
                .Concat(random.Next(40) == 0 ? Enumerable.Repeat("x=1", 1200) : [])
        );
        var content = new ByteArrayContent(Bytes(random, Encoding.UTF8.GetBytes(body), 30));
        content.Headers.TryAddWithoutValidation(
            "Content-Type",
            random.Next(15) == 0
                ? Pick(
                    random,
                    [
                        "text/plain",
                        "application/json",
                        "multipart/form-data",
                        "multipart/form-data; boundary=x",
                        "application/x-www-form-urlencoded; charset=utf-7",
                        "",
                    ]
                )
                : "application/x-www-form-urlencoded"
        );
        return new HttpRequestMessage(HttpMethod.Post, path) { Content = content };
    }

    private static HttpRequestMessage Page(Random random)
    {
        var path = Pick(random, Pages);
        var query = string.Join(
            '&',
            Enumerable
                .Range(0, random.Next(4))
                .Select(_ =>
                    $"{(random.Next(40) == 0 ? Uri.EscapeDataString(Pick(random, Words).Replace("\uD800", "", StringComparison.Ordinal))
                        : Pick(random, Names))}={Value(random)}"
                )
        );
        var method =
            random.Next(25) == 0 ? new HttpMethod(Pick(random, ["TRACE", "PUT", "DELETE", "HEAD", "OPTIONS", "PATCH"])) : HttpMethod.Get;
        return new HttpRequestMessage(
            method,
            new Uri($"{path}{(path.Contains('?', StringComparison.Ordinal) ? "&" : "?")}{query}", UriKind.Relative)
        );
    }

    private static HttpRequestMessage FileOf(Random random)
    {
        var bytes = random.Next(3) switch
        {
            0 => Body(random),
            1 => Encoding.UTF8.GetBytes(Formula),
            _ => Encoding.UTF8.GetBytes("name,class,source\r\nX,oil,own\r\n"),
        };
        var content = new MultipartFormDataContent
        {
            {
                new ByteArrayContent(Bytes(random, random.Next(4) == 0 ? [.. "PK\u0003\u0004"u8, .. bytes] : bytes, 3)),
                random.Next(20) == 0 ? "other" : "file",
                Pick(random, ["x.json", "x.csv", "x.xlsx", "x.zip", "<x>.txt"])
            },
        };
        return new HttpRequestMessage(HttpMethod.Post, Pick(random, Files)) { Content = content };
    }

    private static string Value(Random random) =>
        Uri.EscapeDataString(
                (random.Next(3) == 0 ? Pick(random, Numbers) : Pick(random, Words)).Replace("\uD800", "", StringComparison.Ordinal)
            )
            .Replace("%2500", "%00", StringComparison.Ordinal)
        + (random.Next(50) == 0 ? Pick(random, ["%ff", "%00", "%ed%a0%80", "%"]) : "");

    /// <summary>A body with some members changed, taken away or added, and sometimes its bytes damaged.</summary>
    private static byte[] Body(Random random)
    {
        var node = JsonNode.Parse(Pick(random, Bodies))!;
        for (var changes = random.Next(4); changes > 0; changes--)
            Change(random, node);
        var text = node.ToJsonString(ContractJson.Options);
        if (random.Next(15) == 0)
            text = text.Replace("\"name\"", Pick(random, ["\"\\ud800\"", "\"name\",\"name\"", "\"n\\u0000\""]), StringComparison.Ordinal);
        if (random.Next(15) == 0)
            text = text.Replace("beeswax", Pick(random, ["\\ud800", "\\udfff x", "\\u0000"]), StringComparison.Ordinal);
        return Bytes(random, Encoding.UTF8.GetBytes(text), 12);
    }

    private static void Change(Random random, JsonNode node)
    {
        var here = node;
        for (var depth = random.Next(5); depth > 0; depth--)
        {
            JsonNode?[] inside = here switch
            {
                JsonObject inner => [.. inner.Select(member => member.Value)],
                JsonArray list => [.. list],
                _ => [],
            };
            if (inside.Where(child => child is JsonObject or JsonArray).ToList() is { Count: > 0 } deeper)
                here = deeper[random.Next(deeper.Count)]!;
        }

        switch (here)
        {
            case JsonObject { Count: > 0 } members when random.Next(4) == 0:
                members.Remove(members.ElementAt(random.Next(members.Count)).Key);
                break;
            case JsonObject { Count: > 0 } members:
                members[random.Next(5) == 0 ? $"m{random.Next(100)}" : members.ElementAt(random.Next(members.Count)).Key] = Odd(random);
                break;
            case JsonArray { Count: > 0 } list when random.Next(3) == 0:
                for (var more = random.Next(250); more > 0; more--)
                    list.Add(list[0]?.DeepClone());
                break;
            case JsonArray { Count: > 0 } list:
                list[random.Next(list.Count)] = Odd(random);
                break;
        }
    }

    private static JsonNode? Odd(Random random) =>
        random.Next(7) switch
        {
            0 => null,
            1 => JsonValue.Create(Pick(random, Words).Replace("\uD800", "", StringComparison.Ordinal)),
            2 => JsonNode.Parse(Pick(random, Numbers)),
            3 => JsonValue.Create(random.Next(2) == 0),
            4 => new JsonObject { ["x"] = 1 },
            5 => new JsonArray(1, "x", null),
            _ => JsonValue.Create(Math.Round((random.NextDouble() * 300) - 100, random.Next(7))),
        };

    private static byte[] Bytes(Random random, byte[] bytes, int oneIn)
    {
        if (random.Next(oneIn) != 0 || bytes.Length == 0)
            return bytes;
        for (var flips = random.Next(1, 4); flips > 0; flips--)
            bytes[random.Next(bytes.Length)] = (byte)random.Next(256);
        return random.Next(3) == 0 ? bytes[..random.Next(bytes.Length)] : bytes;
    }

    private static T Pick<T>(Random random, T[] from) => from[random.Next(from.Length)];
}
