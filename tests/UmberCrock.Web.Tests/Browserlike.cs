using System.Net;
using System.Text;
using System.Text.Json.Nodes;
using AngleSharp.Html.Dom;
using AngleSharp.Html.Parser;

namespace UmberCrock.Web.Tests;

/// <summary>A window of a browser on the application in process: it has its cookies, asks for pages, and sends forms with the hidden fields
/// of the page it has open.</summary>
internal sealed class Browserlike(App app)
{
    private readonly HttpClient client = Make(app);

    private static HttpClient Make(App app)
    {
        var window = app.CreateClient(new() { AllowAutoRedirect = false });
        window.DefaultRequestHeaders.Accept.ParseAdd("text/html");
        return window;
    }

    /// <summary>The page that is open.</summary>
    public IHtmlDocument Page { get; private set; } = null!;

    /// <summary>The status of the last answer.</summary>
    public HttpStatusCode Status { get; private set; }

    /// <summary>Where the last answer sent it.</summary>
    public string? SentTo { get; private set; }

    /// <summary>The last answer as it came.</summary>
    public byte[] Bytes { get; private set; } = [];

    public async Task<IHtmlDocument> OpenAsync(string path)
    {
        using var answer = await client.GetAsync(new Uri(path, UriKind.Relative));
        return await SeeAsync(answer);
    }

    /// <summary>Sends a form of the open page; what the page holds hidden goes along, as it was when it was opened.</summary>
    public async Task<IHtmlDocument> SendAsync(string path, Dictionary<string, string> fields)
    {
        using var answer = await client.PostAsync(new Uri(path, UriKind.Relative), new FormUrlEncodedContent(SentForm.Of(Page, fields)));
        return await SeeAsync(answer);
    }

    /// <summary>Sends fields of which several may have one name.</summary>
    public async Task SendManyAsync(string path, params (string Name, string Value)[] fields)
    {
        var token = ("__RequestVerificationToken", SentForm.Of(Page, new Dictionary<string, string>())["__RequestVerificationToken"]);
        using var answer = await client.PostAsync(
            new Uri(path, UriKind.Relative),
            new FormUrlEncodedContent(fields.Append(token).Select(field => KeyValuePair.Create(field.Item1, field.Item2)))
        );
        await SeeAsync(answer);
    }

    /// <summary>Sends a form of the open page with files in one of its fields.</summary>
    public async Task<IHtmlDocument> SendFilesAsync(string path, Dictionary<string, string> fields, string field, params byte[][] files)
    {
        using var form = new MultipartFormDataContent();
        foreach (var (name, value) in SentForm.Of(Page, fields))
            form.Add(new StringContent(value), name);
        foreach (var (file, at) in files.Select((file, at) => (file, at)))
            form.Add(new ByteArrayContent(file), field, $"IMG_{at}.jpg");
        using var answer = await client.PostAsync(new Uri(path, UriKind.Relative), form);
        return await SeeAsync(answer);
    }

    public async Task<IHtmlDocument> SendFileAsync(string path, string name, byte[] content)
    {
        using var form = new MultipartFormDataContent
        {
            {
                new StringContent(SentForm.Of(Page, new Dictionary<string, string>())["__RequestVerificationToken"]),
                "__RequestVerificationToken"
            },
            { new ByteArrayContent(content), "file", name },
        };
        using var answer = await client.PostAsync(new Uri(path, UriKind.Relative), form);
        return await SeeAsync(answer);
    }

    /// <summary>Sends an edit as the bench's script does.</summary>
    public async Task<HttpStatusCode> EditAsync(long id, string handler, JsonObject body)
    {
        using var request = new HttpRequestMessage(HttpMethod.Post, $"/bench/{id}?handler={handler}")
        {
            Content = new StringContent(body.ToJsonString(), Encoding.UTF8, "application/json"),
            Headers = { { "X-Request-Token", SentForm.Of(Page, new Dictionary<string, string>())["__RequestVerificationToken"] } },
        };
        request.Headers.Accept.Clear();
        using var answer = await client.SendAsync(request);
        return answer.StatusCode;
    }

    private async Task<IHtmlDocument> SeeAsync(HttpResponseMessage answer)
    {
        (Status, SentTo) = (answer.StatusCode, answer.Headers.Location?.OriginalString);
        Bytes = await answer.Content.ReadAsByteArrayAsync();
        var text = await answer.Content.ReadAsStringAsync();
        if (answer.StatusCode != HttpStatusCode.Redirect && answer.Content.Headers.ContentType?.MediaType == "text/html")
            Page = new HtmlParser().ParseDocument(text);
        ((int)answer.StatusCode).ShouldBeLessThan(500, text);
        return Page;
    }
}
