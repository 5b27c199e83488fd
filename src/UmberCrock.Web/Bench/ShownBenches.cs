using System.Text;
using Microsoft.AspNetCore.Mvc;

namespace UmberCrock.Web.Bench;

/// <summary>The benches that pages show now, each by a word of its own; the oldest are forgotten.</summary>
internal sealed class ShownBenches
{
    private const int Most = 64;

    private readonly Lock gate = new();
    private readonly Dictionary<string, PartsPrint> prints = new(StringComparer.Ordinal);
    private readonly Queue<string> order = new();

    /// <summary>What was answered under a word; null when it is forgotten.</summary>
    /// <param name="word">The word.</param>
    public PartsPrint? Find(string? word)
    {
        lock (gate)
            return word is not null && prints.TryGetValue(word, out var print) ? print : null;
    }

    /// <summary>Remembers what is answered, and gives it a word.</summary>
    /// <param name="print">The bench.</param>
    public string Keep(PartsPrint print)
    {
        var word = Guid.NewGuid().ToString("N");
        lock (gate)
        {
            prints[word] = print;
            order.Enqueue(word);
            if (order.Count > Most)
                prints.Remove(order.Dequeue());
        }

        return word;
    }
}

/// <summary>Answers with the bench: with the parts that changed where the page says what it shows, otherwise with the whole.</summary>
/// <param name="whole">The bench as it stands.</param>
internal sealed class BenchAnswer(PartialViewResult whole) : IActionResult
{
    /// <summary>Names what a page shows: the answer says it, the next request says it again.</summary>
    public const string Shown = "X-Shown";

    /// <summary>Says that the answer is only the parts that changed.</summary>
    public const string OnlyParts = "X-Parts";

    /// <inheritdoc/>
    public async Task ExecuteResultAsync(ActionContext context)
    {
        var (request, response) = (context.HttpContext.Request, context.HttpContext.Response);
        var benches = context.HttpContext.RequestServices.GetRequiredService<ShownBenches>();
        var body = response.Body;
        using var drawn = new MemoryStream();
        response.Body = drawn;
        try
        {
            await whole.ExecuteResultAsync(context);
        }
        finally
        {
            response.Body = body;
        }

        var html = Encoding.UTF8.GetString(drawn.GetBuffer().AsSpan(0, (int)drawn.Length));
        var parts = BenchParts.Of(html);
        var changed = benches.Find(request.Headers[Shown]) is { } shown ? parts.Since(shown) : null;
        response.Headers[Shown] = benches.Keep(parts.Print());
        if (changed is not null)
            response.Headers[OnlyParts] = "yes";
        await response.WriteAsync(changed ?? html, context.HttpContext.RequestAborted);
    }
}
