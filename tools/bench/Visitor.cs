using System.Net.Http.Json;
using System.Text.Json;

namespace EarthyTuft.Bench;

/// <summary>A registered person with cookies and token, over real HTTP on loopback.</summary>
internal sealed class Visitor : IDisposable
{
    private readonly HttpClient http;

    private Visitor(HttpClient http) => this.http = http;

    public Guid Workshop { get; private set; }

    public Guid Person { get; private set; }

    public static async Task<Visitor> Register(Uri address)
    {
        var visitor = new Visitor(new HttpClient(new SocketsHttpHandler { MaxConnectionsPerServer = 64 }) { BaseAddress = address });
        (
            await visitor.http.PostAsJsonAsync(
                "/api/session/register",
                new
                {
                    email = $"{Guid.NewGuid():N}@example.org",
                    password = "wool and water",
                    name = "Bench",
                }
            )
        ).EnsureSuccessStatusCode();
        var session = await visitor.http.GetFromJsonAsync<JsonElement>("/api/session");
        visitor.http.DefaultRequestHeaders.Add("X-Token", session.GetProperty("token").GetString());
        visitor.Workshop = session.GetProperty("workshop").GetProperty("id").GetGuid();
        var shop = await visitor.http.GetFromJsonAsync<JsonElement>("/api/workshop");
        visitor.Person = shop.GetProperty("people")[0].GetProperty("id").GetGuid();
        return visitor;
    }

    public async Task<JsonElement> Post(string path, object body)
    {
        using var request = new HttpRequestMessage(HttpMethod.Post, path) { Content = JsonContent.Create(body) };
        request.Headers.Add("Idempotency-Key", Guid.NewGuid().ToString());
        using var response = await http.SendAsync(request);
        response.EnsureSuccessStatusCode();
        return await response.Content.ReadFromJsonAsync<JsonElement>();
    }

    /// <summary>Posts a text and gives the answer's text.</summary>
    public async Task<string> Send(string path, string text, string type)
    {
        using var content = new StringContent(text, System.Text.Encoding.UTF8, type);
        using var response = await http.PostAsync(path, content);
        response.EnsureSuccessStatusCode();
        return await response.Content.ReadAsStringAsync();
    }

    /// <summary>Posts a file.</summary>
    public async Task Send(string path, byte[] file)
    {
        using var content = new ByteArrayContent(file);
        content.Headers.ContentType = new("application/octet-stream");
        using var response = await http.PostAsync(path, content);
        response.EnsureSuccessStatusCode();
    }

    public async Task<byte[]> Get(string path)
    {
        using var response = await http.GetAsync(path);
        response.EnsureSuccessStatusCode();
        return await response.Content.ReadAsByteArrayAsync();
    }

    public void Dispose() => http.Dispose();
}
