using System.Net;
using Microsoft.AspNetCore.Builder;
using Microsoft.AspNetCore.Mvc.Testing;
using Microsoft.AspNetCore.TestHost;
using Microsoft.Extensions.DependencyInjection;
using UmberCrock.Core.Documents;
using UmberCrock.Web.Access;

namespace UmberCrock.Web.Tests;

/// <summary>Nobody else: who is let in from where, what a phone may see, what another site cannot do, and how often a passphrase can be
/// tried.</summary>
public sealed class AccessTests : IAsyncLifetime
{
    private const string Passphrase = "lantern otter quilt";
    private readonly App app = new();
    private IPAddress? from;

    private WebApplicationFactory<Program> house = null!;

    public ValueTask InitializeAsync()
    {
        // The address a request comes from, as the network would say it.
        house = app.WithWebHostBuilder(builder =>
            builder.ConfigureTestServices(services =>
                services.AddSingleton<Microsoft.AspNetCore.Hosting.IStartupFilter>(new From(() => from))
            )
        );
        return ValueTask.CompletedTask;
    }

    public async ValueTask DisposeAsync()
    {
        await house.DisposeAsync();
        await app.DisposeAsync();
    }

    [Theory]
    [InlineData("localhost", HttpStatusCode.OK)]
    [InlineData("127.0.0.1:5080", HttpStatusCode.OK)]
    [InlineData("127.0.0.2", HttpStatusCode.OK)]
    [InlineData("[::1]:5080", HttpStatusCode.OK)]
    [InlineData("evil.example", HttpStatusCode.BadRequest)]
    [InlineData("localhost.evil.example", HttpStatusCode.BadRequest)]
    [InlineData("192.168.1.7", HttpStatusCode.BadRequest)]
    public async Task On_this_computer_only_its_own_names_are_answered(string host, HttpStatusCode status)
    {
        from = IPAddress.Loopback;
        foreach (var path in new[] { "/", "/api/v1/findings", "/js/page.js", "/health" })
            (await GetAsync(path, host)).StatusCode.ShouldBe(status, path);
    }

    [Theory]
    [InlineData("evil.example", HttpStatusCode.BadRequest)]
    [InlineData("192.168.1.7:5080", HttpStatusCode.Redirect)]
    [InlineData("[fe80::1]", HttpStatusCode.Redirect)]
    public async Task From_the_network_names_that_could_be_pointed_here_are_refused(string host, HttpStatusCode status)
    {
        from = IPAddress.Parse("192.168.1.30");
        (await GetAsync("/", host)).StatusCode.ShouldBe(status);
    }

    [Theory]
    [InlineData("Origin", "http://evil.example")]
    [InlineData("Origin", "null")]
    [InlineData("Origin", "https://localhost")]
    [InlineData("Sec-Fetch-Site", "cross-site")]
    [InlineData("Sec-Fetch-Site", "same-site")]
    public async Task What_another_site_sends_is_refused(string header, string value)
    {
        from = IPAddress.Loopback;
        using var client = house.CreateClient();
        using var request = new HttpRequestMessage(HttpMethod.Post, "/settings") { Content = new FormUrlEncodedContent([]) };
        request.Headers.TryAddWithoutValidation(header, value);
        using var answer = await client.SendAsync(request);
        answer.StatusCode.ShouldBe(HttpStatusCode.Forbidden);
        if (header == "Sec-Fetch-Site")
        {
            using var embedded = new HttpRequestMessage(HttpMethod.Get, "/");
            embedded.Headers.TryAddWithoutValidation(header, value);
            embedded.Headers.TryAddWithoutValidation("Sec-Fetch-Mode", "no-cors");
            (await client.SendAsync(embedded)).StatusCode.ShouldBe(HttpStatusCode.Forbidden);
            using var link = new HttpRequestMessage(HttpMethod.Get, "/");
            link.Headers.TryAddWithoutValidation(header, value);
            link.Headers.TryAddWithoutValidation("Sec-Fetch-Mode", "navigate");
            (await client.SendAsync(link)).StatusCode.ShouldBe(HttpStatusCode.OK, "a link that is followed");
        }
    }

    [Fact]
    public async Task From_another_device_everything_wants_the_passphrase()
    {
        house.Services.GetRequiredService<AccessKeeper>().SetPassphrase(Passphrase);
        from = IPAddress.Parse("192.168.1.30");
        using var client = Device();
        foreach (var path in new[] { "/", "/bench/1", "/settings", "/copies?handler=Save", "/larder", "/phones" })
        {
            using var asked = await client.GetAsync(new Uri(path, UriKind.Relative));
            asked.StatusCode.ShouldBe(HttpStatusCode.Redirect, path);
            asked.Headers.Location!.OriginalString.ShouldStartWith("/unlock?back=");
        }

        (await client.PostAsync(new Uri("/api/v1/evaluate", UriKind.Relative), null)).StatusCode.ShouldBe(HttpStatusCode.Unauthorized);
        (await UnlockAsync(client, "wrong and wrong")).StatusCode.ShouldBe(HttpStatusCode.UnprocessableEntity);
        (await UnlockAsync(client, Passphrase)).StatusCode.ShouldBe(HttpStatusCode.Redirect);
        (await client.GetAsync(new Uri("/settings", UriKind.Relative))).StatusCode.ShouldBe(HttpStatusCode.OK);

        house.Services.GetRequiredService<AccessKeeper>().SetPassphrase("another one of three words");
        (await client.GetAsync(new Uri("/settings", UriKind.Relative))).StatusCode.ShouldBe(
            HttpStatusCode.Redirect,
            "a new passphrase ends old sessions"
        );
    }

    [Fact]
    public async Task A_passphrase_is_tried_five_times_a_minute_and_then_waited_for()
    {
        house.Services.GetRequiredService<AccessKeeper>().SetPassphrase(Passphrase);
        from = IPAddress.Parse("192.168.1.31");
        using var client = Device();
        for (var tries = 0; tries < GuessLimit.OfOne; tries++)
            (await UnlockAsync(client, $"guess number {tries}")).StatusCode.ShouldBe(HttpStatusCode.UnprocessableEntity);
        var refused = await UnlockAsync(client, Passphrase);
        refused.StatusCode.ShouldBe(HttpStatusCode.TooManyRequests, "not even the right one");
        (await refused.Content.ReadAsStringAsync()).ShouldContain("Wait a minute");
    }

    [Fact]
    public async Task A_phone_is_let_in_once_by_its_key_sees_the_bench_and_is_taken_off()
    {
        var keeper = house.Services.GetRequiredService<AccessKeeper>();
        var pairing = house.Services.GetRequiredService<Pairing>();
        Assert.SkipWhen(PhoneListener.Addresses().Count == 0, "this computer is on no network");
        pairing.Begin(PhoneListener.Addresses()[0], https: false).ShouldNotBeNull("a passphrase is made, for there was none");
        var key = pairing.Waiting!.Value.Url.Split("key=")[1];
        from = IPAddress.Parse("192.168.1.40");
        using var phone = Device();
        (await phone.GetAsync(new Uri("/bench/1", UriKind.Relative))).StatusCode.ShouldBe(HttpStatusCode.Redirect);
        (await PairAsync(phone, "not the key")).StatusCode.ShouldBe(HttpStatusCode.UnprocessableEntity);
        (await PairAsync(phone, key)).StatusCode.ShouldBe(HttpStatusCode.Redirect);
        foreach (var path in new[] { "/", "/bench/1", "/bench/1/label", "/larder/beeswax", "/intake", "/devices" })
            (await phone.GetAsync(new Uri(path, UriKind.Relative))).StatusCode.ShouldBe(HttpStatusCode.OK, path);
        foreach (var path in new[] { "/settings", "/copies", "/copies?handler=Save", "/phones", "/bin" })
            (await phone.GetAsync(new Uri(path, UriKind.Relative))).StatusCode.ShouldBe(HttpStatusCode.Redirect, path);

        using var second = Device();
        (await PairAsync(second, key)).StatusCode.ShouldBe(HttpStatusCode.UnprocessableEntity, "the key worked once");
        pairing.Remove(keeper.State.Phones.Single().Id).ShouldBeTrue();
        (await phone.GetAsync(new Uri("/bench/1", UriKind.Relative))).StatusCode.ShouldBe(HttpStatusCode.Redirect, "it is taken off");
        house.Services.GetRequiredService<PhoneListener>().Open.ShouldBeNull("the door closes with the last");
    }

    [Theory]
    [InlineData("short words")]
    [InlineData("")]
    public void A_short_passphrase_is_refused(string passphrase) =>
        Should.Throw<DocumentException>(() => house.Services.GetRequiredService<AccessKeeper>().SetPassphrase(passphrase));

    [Fact]
    public void Made_passphrases_are_six_words_and_differ()
    {
        var made = Enumerable.Range(0, 100).Select(_ => Words256.Passphrase()).ToList();
        made.ShouldAllBe(words => words.Split(' ').Length == 6 && words.Length >= AccessKeeper.ShortestPassphrase);
        made.Distinct().Count().ShouldBe(100);
    }

    [Fact]
    public async Task A_file_of_who_may_come_in_that_cannot_be_read_lets_nobody_in()
    {
        using var folder = new Folder();
        await File.WriteAllTextAsync(folder.Held.AccessFile, "{\"moon\":1}");
        var keeper = new AccessKeeper(folder.Held, TimeProvider.System);
        keeper.PutAside.ShouldNotBeNull();
        keeper.State.PassphraseHash.ShouldBeNull();
        keeper.IsPassphrase("").ShouldBeFalse();
        keeper.SetPassphrase(Passphrase);
        new AccessKeeper(folder.Held, TimeProvider.System).IsPassphrase(Passphrase).ShouldBeTrue("it is kept");
        (await File.ReadAllTextAsync(folder.Held.AccessFile)).ShouldNotContain("otter", customMessage: "and not in words");
        File.GetUnixFileMode(folder.Held.AccessFile).ShouldBe(Storage.Files.DataFolder.OwnerOnly);
    }

    [Fact]
    public async Task Headers_stand_on_every_answer_errors_too()
    {
        using var client = house.CreateClient();
        foreach (
            var path in new[] { "/", "/nothing", "/bench/99999", "/api/v1/ingredients?limit=0", "/api/v1/nothing", "/js/page.js", "/?[=1" }
        )
        {
            using var answer = await client.GetAsync(new Uri(path, UriKind.Relative));
            answer.Headers.GetValues("Content-Security-Policy").Single().ShouldContain("default-src 'self'", customMessage: path);
            answer.Headers.GetValues("Content-Security-Policy").Single().ShouldNotContain("unsafe");
            answer.Headers.GetValues("X-Content-Type-Options").Single().ShouldBe("nosniff");
            answer.Headers.Contains("Referrer-Policy").ShouldBeTrue();
        }

        foreach (var method in new[] { "TRACE", "PUT", "DELETE", "PATCH" })
        {
            using var odd = await client.SendAsync(new HttpRequestMessage(new HttpMethod(method), "/"));
            odd.StatusCode.ShouldBe(HttpStatusCode.MethodNotAllowed, method);
        }
    }

    private HttpClient Device()
    {
        var client = house.CreateClient(new() { AllowAutoRedirect = false, BaseAddress = new Uri("http://192.168.1.7:5080") });
        client.DefaultRequestHeaders.Accept.ParseAdd("text/html");
        return client;
    }

    private static async Task<HttpResponseMessage> UnlockAsync(HttpClient client, string passphrase) =>
        await SendAsync(client, "/unlock", new() { ["passphrase"] = passphrase });

    private static async Task<HttpResponseMessage> PairAsync(HttpClient client, string key) =>
        await SendAsync(client, "/pair", new() { ["key"] = key, ["name"] = "kitchen" }, $"/pair?key={key}");

    private static async Task<HttpResponseMessage> SendAsync(
        HttpClient client,
        string path,
        Dictionary<string, string> fields,
        string? page = null
    )
    {
        var parser = new AngleSharp.Html.Parser.HtmlParser();
        fields = SentForm.Of(parser.ParseDocument(await client.GetStringAsync(new Uri(page ?? path, UriKind.Relative))), fields);
        if (!fields.ContainsKey("__RequestVerificationToken"))
            fields = SentForm.Of(parser.ParseDocument(await client.GetStringAsync(new Uri("/unlock", UriKind.Relative))), fields);
        return await client.PostAsync(new Uri(path, UriKind.Relative), new FormUrlEncodedContent(fields));
    }

    private async Task<HttpResponseMessage> GetAsync(string path, string host)
    {
        using var client = house.CreateClient(new() { AllowAutoRedirect = false });
        using var request = new HttpRequestMessage(HttpMethod.Get, path);
        request.Headers.Host = host;
        request.Headers.Accept.ParseAdd("text/html");
        return await client.SendAsync(request);
    }

    private sealed class From(Func<IPAddress?> address) : Microsoft.AspNetCore.Hosting.IStartupFilter
    {
        public Action<IApplicationBuilder> Configure(Action<IApplicationBuilder> next) =>
            app =>
            {
                app.Use(
                    (context, rest) =>
                    {
                        context.Connection.RemoteIpAddress = address();
                        return rest(context);
                    }
                );
                next(app);
            };
    }
}
