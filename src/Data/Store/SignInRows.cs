namespace EarthyTuft.Data.Store;

/// <summary>Somebody signed in on one browser. The browser's cookie names this row: without it the cookie opens nothing.</summary>
public sealed class SignInRow
{
    public Guid Id { get; set; } = Guid.CreateVersion7();
    public Guid UserId { get; set; }

    /// <summary>From where, as a hash: an address that the person has signed in from is not slowed down by what others try
    /// elsewhere.</summary>
    public required string AddressHash { get; set; }
    public DateTimeOffset At { get; set; }
    public DateTimeOffset SeenAt { get; set; }
}

/// <summary>A code that sets a new password, once.</summary>
public sealed class PasswordResetRow
{
    public Guid Id { get; set; } = Guid.CreateVersion7();
    public Guid UserId { get; set; }

    /// <summary>SHA-256 of the code: the code itself is shown once and not kept.</summary>
    public required string CodeHash { get; set; }
    public DateTimeOffset ExpiresAt { get; set; }
    public DateTimeOffset? UsedAt { get; set; }

    /// <summary>The owner who gave it; null when it was made on the server.</summary>
    public Guid? GivenBy { get; set; }
}

/// <summary>How often an address or an account was tried with a wrong password of late.</summary>
public sealed class SignInPaceRow
{
    /// <summary>A hash of the address, or of the email, known or not.</summary>
    public required string Key { get; set; }
    public int Wrong { get; set; }
    public DateTimeOffset LastAt { get; set; }
}
